using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>What in a box is hardly ever seen around it: that is taken for the subject at first, with strokes as far as it is near to them.</summary>
internal static class RareInBox
{
    /// <summary>What fewer than this share of the surroundings are as unlikely as, is rare.</summary>
    private const float Rare = 0.04f;

    /// <summary>So much of the box must be rare.</summary>
    private const float Least = 0.05f;

    /// <param name="picture">That is cut.</param>
    /// <param name="marked">What is known of its superpixels.</param>
    /// <param name="counts">How much each superpixel counts.</param>
    /// <param name="around">The colours of what is outside.</param>
    /// <returns>Of each superpixel, whether it is rare; null where there is next to nothing of the kind.</returns>
    public static bool[]? Of(CutPicture picture, MarkedSuperpixels marked, float[] counts, GaussianMixture around)
    {
        var means = Likely(picture, around);
        float[] weights = [.. counts.Select((c, k) => c * picture.Sizes[k])];
        bool IsOutside(int k) => marked.Sides[k] == MarkedSuperpixels.Outside;
        int[] outer = [.. Enumerable.Range(0, means.Length).Where(IsOutside).OrderBy(k => means[k])];
        if (outer.Length == 0) return null;
        var (sum, all, at) = (0f, outer.Sum(k => weights[k]), 0);
        while (at < outer.Length - 1 && (sum += weights[outer[at]]) < Rare * all) at++;
        bool[] rare = [.. means.Select((m, k) => !IsOutside(k) && m < means[outer[at]])];
        var open = weights.Where((_, k) => !IsOutside(k)).Sum();
        return weights.Where((_, k) => rare[k]).Sum() < Least * open ? null : rare;
    }

    /// <summary>Of each superpixel, the mean logarithm of the density of its colours.</summary>
    public static float[] Likely(CutPicture picture, GaussianMixture around)
    {
        var means = picture.Shares.Summed(around.LogDensities(picture.Colours));
        for (var k = 0; k < means.Length; k++) means[k] /= Math.Max(1, picture.Sizes[k]);
        return means;
    }
}
