using Yarnwheel.Core.Colour;

namespace Yarnwheel.Core.Photos;

/// <summary>8-bit sRGB, interleaved R, G, B.</summary>
public sealed class BytePixels : PhotoPixels
{
    private readonly byte[] rgb;

    /// <param name="rgb">Interleaved, row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public BytePixels(byte[] rgb, int width, int height) : this(rgb, width, height, FileCoding.Lossless)
    {
    }

    /// <param name="rgb">Interleaved, row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="coding">How the file has it.</param>
    public BytePixels(byte[] rgb, int width, int height, FileCoding coding) : base(width, height)
    {
        ArgumentNullException.ThrowIfNull(rgb);
        ArgumentOutOfRangeException.ThrowIfNotEqual(rgb.LongLength, 3L * width * height);
        this.rgb = rgb;
        Coding = coding;
    }

    public override FileCoding Coding { get; }

    public override long Bytes => rgb.LongLength;

    public override void Read(int x, int y, Span<float> red, Span<float> green, Span<float> blue)
    {
        var source = rgb.AsSpan(3 * (y * Width + x), 3 * red.Length);
        Srgb.Decode(source, red, green[..red.Length], blue[..red.Length]);
    }
}
