using System.Buffers.Binary;
using Yarnwheel.Codecs.Containers;

namespace Yarnwheel.Codecs.Profiles;

/// <summary>Colours that a file signals without a profile: by code points (ITU-T H.273) in PNG's cICP and AVIF's nclx, by numbers in PNG's gAMA and cHRM.</summary>
internal static class SignalledColours
{
    private static readonly double[] D65 = [0.3127, 0.329];
    private static readonly double[] Srgb = [0.64, 0.33, 0.30, 0.60, 0.15, 0.06, .. D65];

    // The sRGB curve, and that of BT.709 and BT.2020 (H.273, table 3, inverted).
    private static readonly double[] SrgbCurve = [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045];
    private static readonly double[] VideoCurve = [1 / 0.45, 1 / 1.099, 0.099 / 1.099, 1 / 4.5, 0.081];

    /// <summary>The profile that says the same; null for sRGB, or where nothing is signalled.</summary>
    /// <param name="path">The file.</param>
    /// <param name="format">Of the file.</param>
    /// <param name="hasProfile">Whether it has a profile; PNG's code points go before it, nothing else does.</param>
    /// <exception cref="UnreadablePhotoException">It is of high dynamic range.</exception>
    public static byte[]? Of(string path, PhotoFormat format, bool hasProfile)
    {
        if (format is not (PhotoFormat.Png or PhotoFormat.Avif)) return null;
        using var file = File.OpenRead(path);
        if (format == PhotoFormat.Avif) return hasProfile || HeifBoxes.Colours(file) is not { } colours ? null : OfCodes(colours.Primaries, colours.Transfer);
        var chunks = PngChunks.BeforePixels(file);
        if (chunks.TryGetValue("cICP", out var codes) && codes.Length == 4) return OfCodes(codes[0], codes[1]);
        if (hasProfile || chunks.ContainsKey("sRGB") || !chunks.TryGetValue("gAMA", out var gamma) || gamma.Length != 4) return null;
        return OfNumbers(BinaryPrimitives.ReadUInt32BigEndian(gamma) / 100_000.0, chunks.GetValueOrDefault("cHRM"));
    }

    private static byte[]? OfCodes(int primaries, int transfer)
    {
        // H.273 (2023), tables 2 and 3.
        if (transfer is 16 or 18)
            throw new UnreadablePhotoException($"This is a picture of high dynamic range ({(transfer == 16 ? "PQ" : "HLG")}), which can't be shown as it is meant here. Nothing was added; export it in standard range from where it was made.");
        double[] points = primaries switch
        {
            4 => [0.67, 0.33, 0.21, 0.71, 0.14, 0.08, 0.310, 0.316],
            5 => [0.64, 0.33, 0.29, 0.60, 0.15, 0.06, .. D65],
            6 or 7 => [0.630, 0.340, 0.310, 0.595, 0.155, 0.070, .. D65],
            8 => [0.681, 0.319, 0.243, 0.692, 0.145, 0.049, 0.310, 0.316],
            9 => [0.708, 0.292, 0.170, 0.797, 0.131, 0.046, .. D65],
            11 => [0.680, 0.320, 0.265, 0.690, 0.150, 0.060, 0.314, 0.351],
            12 => [0.680, 0.320, 0.265, 0.690, 0.150, 0.060, .. D65],
            22 => [0.630, 0.340, 0.295, 0.605, 0.155, 0.077, .. D65],
            _ => Srgb,
        };
        double[] curve = transfer switch
        {
            1 or 6 or 14 or 15 => VideoCurve,
            4 => [2.2],
            5 => [2.8],
            8 => [1],
            _ => SrgbCurve,
        };
        return points == Srgb && curve == SrgbCurve ? null : ProfileWriter.Write($"H.273 {primaries}/{transfer}", points, curve);
    }

    private static byte[]? OfNumbers(double gamma, byte[]? chromaticities)
    {
        double[] points = Srgb;
        if (chromaticities is { Length: 32 })
        {
            // White, red, green, blue, as 100,000ths (PNG third edition, 11.3.2.1).
            double At(int k) => BinaryPrimitives.ReadUInt32BigEndian(chromaticities.AsSpan(4 * k)) / 100_000.0;
            points = [At(2), At(3), At(4), At(5), At(6), At(7), At(0), At(1)];
        }
        var isSrgb = points.Zip(Srgb).All(p => Math.Abs(p.First - p.Second) < 0.001);
        // 0.45455 is what sRGB's curve is commonly said to be in short; common practice, no source.
        var curve = Math.Abs(gamma - 1 / 2.2) < 0.0005 ? SrgbCurve : [1 / gamma];
        return (isSrgb && curve == SrgbCurve) || gamma is < 0.05 or > 20 ? null : ProfileWriter.Write("PNG gAMA, cHRM", points, curve);
    }
}
