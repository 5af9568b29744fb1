namespace Yarnwheel.Core.Rendering;

/// <summary>How often each tone occurs, before and after, and what is clipped.</summary>
/// <param name="Result">Of the grey result, 128 tones from black to white, as a share of the fullest.</param>
/// <param name="Original">Of the photo's luminance, likewise.</param>
/// <param name="Black">Percent of the result at black.</param>
/// <param name="White">Percent of the result at white.</param>
/// <param name="OriginalBlack">Percent of the photo at black.</param>
/// <param name="OriginalWhite">Percent of the photo at white.</param>
/// <param name="Judged">Of the tones that the chosen part by light judges, likewise; null when none is chosen.</param>
/// <param name="Kept">What that part makes of evenly spaced tones from black to white, 0 … 1.</param>
public sealed record ToneHistogram(IReadOnlyList<double> Result, IReadOnlyList<double> Original, double Black, double White, double OriginalBlack, double OriginalWhite,
    IReadOnlyList<double>? Judged = null, IReadOnlyList<double>? Kept = null)
{
    private const int Tones = 128;

    /// <summary>Counts encoded greys, 0 … 255.</summary>
    internal static ToneHistogram Of(ReadOnlySpan<byte> result, ReadOnlySpan<byte> original) => new(
        Count(result), Count(original), Share(result, 0), Share(result, 255), Share(original, 0), Share(original, 255));

    internal static double[] Count(ReadOnlySpan<byte> values)
    {
        var counts = new double[Tones];
        foreach (var v in values) counts[v * Tones / 256]++;
        // The two ends hold what is clipped; the others set the height.
        var most = Math.Max(1, counts[1..^1].Max());
        return counts.Select(c => Math.Round(Math.Min(1, c / most), 4)).ToArray();
    }

    private static double Share(ReadOnlySpan<byte> values, byte tone)
    {
        var count = 0;
        foreach (var v in values)
            if (v == tone) count++;
        return Math.Round(100.0 * count / Math.Max(1, values.Length), 2);
    }
}
