namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>What a correction leaves of the answer before it, and how far the stroke itself reaches: the more, the longer it is.</summary>
/// <remarks>Both fade with the way from the stroke, steps and differences of colour in OKLab. The constants were chosen on the demo scenes, drawn and painted ones, corrected by rule (docs/quality.md).</remarks>
internal sealed class EarlierAnswer
{
    /// <summary>What the earlier answer counts far from a long stroke: natural logarithm of the odds a pixel. Colours told anew can outweigh it.</summary>
    private const float Lightly = 2;

    /// <summary>The same far from a mere dab: who corrects a spot means nothing else.</summary>
    private const float Firmly = 4;

    /// <summary>A stroke as long as this share of the box's diagonal is a long one.</summary>
    private const float Long = 0.15f;

    /// <summary>The way after which the earlier answer counts 1 − 1/e of that.</summary>
    private const float Reach = 0.2f;

    /// <summary>The way after which a dab counts 1/e of what it counts where it lies.</summary>
    private const float DabReach = 0.05f;

    /// <summary>The same of a long stroke.</summary>
    private const float LongReach = 0.2f;

    /// <summary>A stroke shorter than this share of the box's diagonal mends a detail.</summary>
    private const float Detail = 0.1f;

    private EarlierAnswer(float[] settled, float[] leaning)
    {
        Settled = settled;
        Leaning = leaning;
    }

    /// <summary>Of each superpixel: above 0 where it was inside, natural logarithm of the odds a pixel.</summary>
    public float[] Settled { get; }

    /// <summary>Of each superpixel: how far it goes with the corrections whatever its colours say, −1 (outside) … 1 (inside). Where colours were right, none would have been drawn.</summary>
    public float[] Leaning { get; }

    /// <summary>Whether a stroke tells more than it corrects: it is no dab, and most of it lies where the answer is as it says.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="before">The earlier answer.</param>
    /// <param name="stroke">The stroke's middle.</param>
    public static bool IsConfirmed(CutPicture picture, SuperpixelCut before, Markings stroke)
    {
        var marked = new MarkedSuperpixels(picture, stroke).Balance;
        var right = marked.Where((m, k) => m > 0 == before.IsInside[k]).Sum(Math.Abs);
        return stroke.Extent >= Detail && 2 * right > marked.Sum(Math.Abs);
    }

    /// <param name="picture">That is cut.</param>
    /// <param name="before">The earlier answer.</param>
    /// <param name="correction">The middle of the stroke that corrects it.</param>
    public static EarlierAnswer Of(CutPicture picture, SuperpixelCut before, Markings correction)
    {
        var marked = new MarkedSuperpixels(picture, correction);
        var seeds = marked.Touched;
        var ways = NearnessLogOdds.Ways(picture, Enumerable.Range(0, seeds.Length).Where(k => seeds[k]));
        var length = Math.Clamp(correction.Extent / Long, 0, 1);
        float most = Firmly + (Lightly - Firmly) * length, reach = DabReach + (LongReach - DabReach) * length;
        var side = Math.Sign(marked.Balance.Sum());
        return new EarlierAnswer([.. ways.Select((way, k) => (before.IsInside[k] ? most : -most) * (1 - MathF.Exp(-way / Reach)))], [.. ways.Select((way, k) =>
        {
            var here = MathF.Exp(-way / reach);
            return (before.Leaning?[k] ?? 0) * (1 - here) + side * here;
        })]);
    }
}
