using Yarnwheel.Core.Colour;

namespace Yarnwheel.Core.Grey;

/// <summary>The share of a photo's colour contrasts that its greys keep.</summary>
/// <remarks>CCPR, the colour contrast preserving ratio of Lu, Xu and Jia, "Contrast preserving decolorization" (ICCP 2012): of the pairs
/// that differ by at least τ in CIELAB, the share whose greys differ by at least τ in L*; the mean over τ from 1 to 15.</remarks>
public static class ContrastScore
{
    /// <summary>The largest τ, CIELAB units.</summary>
    public const int LargestThreshold = 15;

    /// <summary>0 … 1; 1 for a photo without any contrast.</summary>
    public static double Of(GreySamples samples, WheelCurve curve)
    {
        ArgumentNullException.ThrowIfNull(samples);
        var greys = samples.Greys(curve);
        for (var i = 0; i < greys.Length; i++) greys[i] = CieLab.LightnessOf(greys[i]);
        // A pair that differs by d counts at every threshold up to d: two histograms give all thresholds at once.
        Span<int> differ = stackalloc int[LargestThreshold + 1];
        Span<int> kept = stackalloc int[LargestThreshold + 1];
        var pairs = samples.Pairs;
        var contrasts = samples.Contrasts;
        for (var i = 0; i < pairs.Length; i++)
        {
            var (first, second) = pairs[i];
            int upTo = contrasts[i];
            differ[upTo]++;
            kept[Math.Min(upTo, (int)MathF.Abs(greys[first] - greys[second]))]++;
        }
        double sum = 0;
        int thresholds = 0, all = 0, keptOfAll = 0;
        for (var t = LargestThreshold; t >= 1; t--)
        {
            all += differ[t];
            keptOfAll += kept[t];
            if (all == 0) continue;
            sum += keptOfAll / (double)all;
            thresholds++;
        }
        return thresholds == 0 ? 1 : sum / thresholds;
    }
}
