using System.Runtime.CompilerServices;

namespace Yarnwheel.Core.Colour;

/// <summary>Encodes linear light as 8-bit sRGB by table.</summary>
/// <remarks>The table has 65536 steps of linear light: at most 0.05 of an 8-bit step is lost before rounding, and each 8-bit value comes back as itself.</remarks>
public static class SrgbByte
{
    private const int Steps = 65535;
    private static readonly byte[] Table = Build();

    /// <summary>The nearest 8-bit value; below 0 and above 1 it is held at the ends.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static byte Encode(float linear) => Table[(int)(MathF.Min(MathF.Max(linear, 0), 1) * Steps + 0.5f)];

    /// <summary>Encodes a row into interleaved R, G, B.</summary>
    public static void EncodeRow(ReadOnlySpan<float> red, ReadOnlySpan<float> green, ReadOnlySpan<float> blue, Span<byte> rgb)
    {
        for (var x = 0; x < red.Length; x++)
        {
            rgb[3 * x] = Encode(red[x]);
            rgb[3 * x + 1] = Encode(green[x]);
            rgb[3 * x + 2] = Encode(blue[x]);
        }
    }

    private static byte[] Build()
    {
        var table = new byte[Steps + 1];
        for (var i = 0; i <= Steps; i++) table[i] = (byte)Math.Round(Srgb.Encode(i / (double)Steps) * 255);
        return table;
    }
}
