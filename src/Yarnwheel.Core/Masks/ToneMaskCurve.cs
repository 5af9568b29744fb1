using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>A free curve from tone to mask through its points; level before the first and after the last.</summary>
/// <remarks>Monotone between neighbouring points: F. N. Fritsch, J. Butland, SIAM J. Sci. Stat. Comput. 5(2), 1984.</remarks>
internal sealed class ToneMaskCurve
{
    private readonly double[] tones;
    private readonly double[] masks;
    private readonly double[] slopes;

    public ToneMaskCurve(IEnumerable<CurvePoint> points)
    {
        // Of points at one tone the last counts.
        var sorted = points.GroupBy(p => p.Tone).Select(g => g.Last()).OrderBy(p => p.Tone).ToArray();
        tones = sorted.Select(p => p.Tone).ToArray();
        masks = sorted.Select(p => p.Mask / 100).ToArray();
        slopes = new double[tones.Length];
        for (var i = 1; i + 1 < tones.Length; i++)
        {
            double before = tones[i] - tones[i - 1], after = tones[i + 1] - tones[i];
            double riseBefore = (masks[i] - masks[i - 1]) / before, riseAfter = (masks[i + 1] - masks[i]) / after;
            if (riseBefore * riseAfter <= 0) continue;
            double weightBefore = 2 * after + before, weightAfter = after + 2 * before;
            slopes[i] = (weightBefore + weightAfter) / (weightBefore / riseBefore + weightAfter / riseAfter);
        }
    }

    /// <summary>The mask, 0 … 1, of a tone, 0 … 100.</summary>
    public double At(double tone)
    {
        if (tone <= tones[0]) return masks[0];
        if (tone >= tones[^1]) return masks[^1];
        var i = Array.FindLastIndex(tones, t => t <= tone);
        var width = tones[i + 1] - tones[i];
        var t = (tone - tones[i]) / width;
        var u = 1 - t;
        return u * u * (1 + 2 * t) * masks[i] + t * t * (3 - 2 * t) * masks[i + 1] + width * (t * u * u * slopes[i] - t * t * u * slopes[i + 1]);
    }
}
