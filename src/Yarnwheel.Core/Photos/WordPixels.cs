using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>16-bit sRGB, interleaved R, G, B.</summary>
public sealed class WordPixels : PhotoPixels
{
    private static readonly float[] Linear = BuildTable();
    private readonly ushort[] rgb;

    public WordPixels(ushort[] rgb, int width, int height) : base(width, height)
    {
        ArgumentNullException.ThrowIfNull(rgb);
        ArgumentOutOfRangeException.ThrowIfNotEqual(rgb.LongLength, 3L * width * height);
        this.rgb = rgb;
    }

    public override long Bytes => 2 * rgb.LongLength;

    public override void Read(int x, int y, Span<float> red, Span<float> green, Span<float> blue)
    {
        var source = rgb.AsSpan(3 * (y * Width + x), 3 * red.Length);
        for (var i = 0; i < red.Length; i++)
        {
            red[i] = Linear[source[3 * i]];
            green[i] = Linear[source[3 * i + 1]];
            blue[i] = Linear[source[3 * i + 2]];
        }
    }

    private static float[] BuildTable()
    {
        var table = new float[65536];
        for (var i = 0; i < table.Length; i++) table[i] = (float)Srgb.Decode(i / 65535.0);
        return table;
    }
}
