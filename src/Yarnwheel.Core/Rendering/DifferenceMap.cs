using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>How far apart two pictures are.</summary>
/// <param name="Mean">CIEDE2000, over all pixels.</param>
/// <param name="Most">The largest.</param>
/// <param name="Noticed">Share of pixels whose difference can be noticed (above 1), 0 … 1.</param>
public readonly record struct DifferenceSummary(double Mean, double Most, double Noticed);

/// <summary>Draws how far two pictures are apart, pixel by pixel, as CIEDE2000.</summary>
/// <remarks>From nearly black for none over madder red to pale yellow for <see cref="End"/> and more: lightness grows evenly along the scale in OKLab,
/// and the scale is the root of the difference, so that what can just be noticed can be seen on the map too.</remarks>
public static class DifferenceMap
{
    /// <summary>The difference at the end of the scale.</summary>
    public const double End = 25;

    private const int Steps = 256;
    private static readonly byte[] Ramp = DrawRamp();

    /// <summary>The colour of a difference, 8-bit sRGB.</summary>
    public static (byte Red, byte Green, byte Blue) ColourOf(double difference)
    {
        var at = 3 * (int)Math.Round((Steps - 1) * Math.Sqrt(Math.Clamp(difference / End, 0, 1)));
        return (Ramp[at], Ramp[at + 1], Ramp[at + 2]);
    }

    /// <param name="one">Interleaved 8-bit sRGB, 3 · width · height bytes.</param>
    /// <param name="other">Of the same size.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The map, of the same size, and what it comes to.</returns>
    /// <exception cref="ArgumentException">They are not of one size.</exception>
    public static (byte[] Map, DifferenceSummary Summary) Draw(byte[] one, byte[] other, int width, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(one);
        ArgumentNullException.ThrowIfNull(other);
        if (one.Length != other.Length || one.Length % (3 * width) != 0) throw new ArgumentException("The pictures are not of one size.", nameof(other));
        var height = one.Length / (3 * width);
        var map = new byte[one.Length];
        var sums = new (double Sum, double Most, int Noticed)[height];
        Rows.Each(new Region(0, 0, width, height), 1, (y, _) => sums[y] = Row(one.AsSpan(3 * y * width, 3 * width), other.AsSpan(3 * y * width, 3 * width), map.AsSpan(3 * y * width, 3 * width)), cancel);
        double pixels = (double)width * height;
        return (map, new DifferenceSummary(sums.Sum(s => s.Sum) / pixels, sums.Max(s => s.Most), sums.Sum(s => (long)s.Noticed) / pixels));
    }

    private static (double Sum, double Most, int Noticed) Row(ReadOnlySpan<byte> one, ReadOnlySpan<byte> other, Span<byte> map)
    {
        double sum = 0, most = 0;
        var noticed = 0;
        for (var x = 0; x < map.Length; x += 3)
        {
            ReadOnlySpan<byte> a = one.Slice(x, 3), b = other.Slice(x, 3);
            var difference = a.SequenceEqual(b) ? 0 : Ciede2000.Between(LabOf(a), LabOf(b));
            sum += difference;
            most = Math.Max(most, difference);
            if (difference > 1) noticed++;
            (map[x], map[x + 1], map[x + 2]) = ColourOf(difference);
        }
        return (sum, most, noticed);
    }

    private static (double, double, double) LabOf(ReadOnlySpan<byte> pixel) =>
        CieLab.FromLinear(Srgb.Decode(pixel[0]), Srgb.Decode(pixel[1]), Srgb.Decode(pixel[2]));

    private static byte[] DrawRamp()
    {
        var ramp = new byte[3 * Steps];
        for (var k = 0; k < Steps; k++)
        {
            var t = k / (Steps - 1.0);
            var (lightness, chroma, hue) = (0.2 + 0.75 * t, 0.56 * t * (1 - t) * (1 - 0.35 * t), (20 + 85 * t) * Math.PI / 180);
            var (red, green, blue) = OkLab.ToLinear((float)lightness, (float)(chroma * Math.Cos(hue)), (float)(chroma * Math.Sin(hue)));
            (ramp[3 * k], ramp[3 * k + 1], ramp[3 * k + 2]) = (SrgbByte.Encode(red), SrgbByte.Encode(green), SrgbByte.Encode(blue));
        }
        return ramp;
    }
}
