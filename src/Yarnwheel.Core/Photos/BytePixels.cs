using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>8-bit sRGB, interleaved R, G, B.</summary>
public sealed class BytePixels : PhotoPixels
{
    private readonly byte[] rgb;

    public BytePixels(byte[] rgb, int width, int height) : base(width, height)
    {
        ArgumentNullException.ThrowIfNull(rgb);
        ArgumentOutOfRangeException.ThrowIfNotEqual(rgb.LongLength, 3L * width * height);
        this.rgb = rgb;
    }

    public override long Bytes => rgb.LongLength;

    public override void Read(int x, int y, Span<float> red, Span<float> green, Span<float> blue)
    {
        var at = 3 * (y * Width + x);
        var source = rgb.AsSpan(at, 3 * red.Length);
        for (var i = 0; i < red.Length; i++)
        {
            red[i] = Srgb.Decode(source[3 * i]);
            green[i] = Srgb.Decode(source[3 * i + 1]);
            blue[i] = Srgb.Decode(source[3 * i + 2]);
        }
    }
}
