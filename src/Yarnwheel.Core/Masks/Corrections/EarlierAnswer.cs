using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>What a correction leaves of the answer before it, and how far the stroke itself reaches: the more, the longer it is.</summary>
/// <remarks>Both fade with the way from the stroke, steps and differences of colour in OKLab. The constants were chosen on the demo scenes, drawn and painted ones, corrected by rule (docs/quality.md).</remarks>
internal static class EarlierAnswer
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

    /// <param name="picture">That is cut.</param>
    /// <param name="before">The earlier answer.</param>
    /// <param name="correction">The stroke that corrects it.</param>
    public static SettledPlaces Of(CutPicture picture, SuperpixelCut before, CorrectingStroke correction)
    {
        var ways = NearnessLogOdds.Ways(picture, correction.Touched);
        var length = Math.Clamp(correction.Extent / Long, 0, 1);
        float most = Firmly + (Lightly - Firmly) * length, reach = DabReach + (LongReach - DabReach) * length;
        return new SettledPlaces([.. ways.Select((way, k) => (before.IsInside[k] ? most : -most) * (1 - MathF.Exp(-way / Reach)))], [.. ways.Select((way, k) =>
        {
            var here = MathF.Exp(-way / reach);
            return (before.Leaning?[k] ?? 0) * (1 - here) + correction.Side * here;
        })]);
    }

    /// <summary>How much of what a dab counts is left after some way, 0 … 1.</summary>
    public static float NearDab(float way) => MathF.Exp(-way / DabReach);

    /// <summary>The same of a long stroke.</summary>
    public static float NearLong(float way) => MathF.Exp(-way / LongReach);
}
