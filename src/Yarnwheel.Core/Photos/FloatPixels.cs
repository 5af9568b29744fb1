using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>Linear light with sRGB primaries, unbounded, interleaved R, G, B: photos in wider colour spaces.</summary>
public sealed class FloatPixels : PhotoPixels
{
    private readonly float[] rgb;

    public FloatPixels(float[] rgb, int width, int height) : base(width, height)
    {
        ArgumentNullException.ThrowIfNull(rgb);
        ArgumentOutOfRangeException.ThrowIfNotEqual(rgb.LongLength, 3L * width * height);
        this.rgb = rgb;
    }

    public override long Bytes => 4 * rgb.LongLength;

    public override void Read(int x, int y, Span<float> red, Span<float> green, Span<float> blue)
    {
        var source = rgb.AsSpan(3 * (y * Width + x), 3 * red.Length);
        for (var i = 0; i < red.Length; i++)
        {
            red[i] = source[3 * i];
            green[i] = source[3 * i + 1];
            blue[i] = source[3 * i + 2];
        }
    }
}
