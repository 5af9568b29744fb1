using Yarnwheel.Core.Masks.Readings;

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

    /// <param name="correction">The stroke and the answer before it.</param>
    public static SettledPlaces Of(Correction correction)
    {
        var (before, stroke, ways) = (correction.Before, correction.Stroke, correction.Ways);
        var length = Math.Clamp(stroke.Extent / Long, 0, 1);
        float most = Firmly + (Lightly - Firmly) * length, reach = DabReach + (LongReach - DabReach) * length;
        return new SettledPlaces([.. ways.Select((way, k) => (before.IsInside[k] ? most : -most) * (1 - MathF.Exp(-way / Reach)))], [.. ways.Select((way, k) =>
        {
            var here = MathF.Exp(-way / reach);
            return (before.Leaning?[k] ?? 0) * (1 - here) + stroke.Side * here;
        })]);
    }

    /// <summary>How much of what a dab counts is left after some way, 0 … 1.</summary>
    public static float NearDab(float way) => MathF.Exp(-way / DabReach);

    /// <summary>The same of a long stroke.</summary>
    public static float NearLong(float way) => MathF.Exp(-way / LongReach);
}
