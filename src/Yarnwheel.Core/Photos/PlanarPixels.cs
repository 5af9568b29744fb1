namespace Yarnwheel.Core.Photos;

/// <summary>Linear light with sRGB primaries, unbounded, a plane for each channel: pyramid levels, of which rows are read again and again.</summary>
internal sealed class PlanarPixels(float[] red, float[] green, float[] blue, int width, int height) : PhotoPixels(width, height)
{
    public override long Bytes => 4 * (Red.LongLength + Green.LongLength + Blue.LongLength);

    public override void Read(int x, int y, Span<float> red, Span<float> green, Span<float> blue)
    {
        var at = y * Width + x;
        Red.AsSpan(at, red.Length).CopyTo(red);
        Green.AsSpan(at, green.Length).CopyTo(green);
        Blue.AsSpan(at, blue.Length).CopyTo(blue);
    }

    /// <summary>Row by row.</summary>
    public float[] Red { get; } = red;

    /// <inheritdoc cref="Red"/>
    public float[] Green { get; } = green;

    /// <inheritdoc cref="Red"/>
    public float[] Blue { get; } = blue;
}
