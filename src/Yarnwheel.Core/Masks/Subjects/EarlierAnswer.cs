namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>How much an earlier answer counts where a correction does not reach: what was right there must not tear because something else is put right.</summary>
internal static class EarlierAnswer
{
    /// <summary>What the earlier answer counts far from the correction: natural logarithm of the odds a pixel. Colours told anew can outweigh it.</summary>
    private const float Most = 2;

    /// <summary>The way from the correction, steps and differences of colour in OKLab, after which the earlier answer counts 1 − 1/e of that.</summary>
    private const float Reach = 0.1f;

    /// <param name="picture">That is cut.</param>
    /// <param name="before">The earlier answer.</param>
    /// <param name="correction">The stroke that corrects it.</param>
    /// <returns>Of each superpixel: above 0 where it was inside.</returns>
    public static float[] Of(CutPicture picture, SuperpixelCut before, Markings correction)
    {
        var seeds = new MarkedSuperpixels(picture, correction).Touched;
        var ways = NearnessLogOdds.Ways(picture, Enumerable.Range(0, seeds.Length).Where(k => seeds[k]));
        return [.. ways.Select((way, k) => (before.IsInside[k] ? Most : -Most) * (1 - MathF.Exp(-way / Reach)))];
    }
}
