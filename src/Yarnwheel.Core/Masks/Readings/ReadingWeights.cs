using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>What contour, surroundings and size say for each reading of a gesture.</summary>
/// <remarks>Each is weighed against that of the strokes alone, which stays unless another is clearly likelier: its contour no weaker, its inside no more usual outside, what it leaves
/// out better explained by the surroundings, its box filled more evenly, and neither many times as large nor next to nothing beside it; without strokes also: its colours agreeing better with what it takes them for.
/// The nearer those that begin apart come to the same, the less is asked of them. The weights were chosen by search on the demo scenes, drawn and painted ones
/// (measure -- subjects --fit prints the search, with every scene left out in turn).</remarks>
internal static class ReadingWeights
{
    /// <summary>So much likelier another reading must be than that of the strokes.</summary>
    public const float Margin = 0.03f;

    /// <summary>Readings that overlap less than this do not back each other.</summary>
    private const float Backing = 0.9f;

    /// <summary>From here on they come to the same, which is hardly chance.</summary>
    private const float NearlySame = 0.98f;

    /// <summary>What overlaps the strokes' reading so far differs from it about the contour, of which the strokes' colours know more.</summary>
    private const float LikeStrokes = 0.9f;

    /// <summary>Those besides the strokes' that begin apart from each other; the others continue the box's.</summary>
    private static readonly SubjectReading[] Apart = [SubjectReading.Rare, SubjectReading.Box, SubjectReading.Fine];

    /// <summary>What speaks for and against a reading, in the order of <see cref="Figures(CutPicture, SuperpixelCut[])"/>.</summary>
    public static IReadOnlyList<float> Weights { get; } = [1, -2, -1, -1, -0.6f, 1, 0.3f, -1, 0.03f, 0.17f];

    /// <summary>What speaks for each reading; <see cref="Margin"/> for that of the strokes.</summary>
    /// <param name="picture">That was cut.</param>
    /// <param name="cuts">All readings, in their order.</param>
    public static float[] Scores(CutPicture picture, SuperpixelCut[] cuts) =>
        [.. Figures(picture, cuts).Select((figures, k) => k == 0 ? Margin : figures.Select((f, i) => f * Weights[i]).Sum())];

    /// <summary>What tells each reading from that of the strokes.</summary>
    /// <param name="picture">That was cut.</param>
    /// <param name="cuts">All readings, in their order.</param>
    /// <returns>Of each reading, as many as there are weights.</returns>
    public static float[][] Figures(CutPicture picture, SuperpixelCut[] cuts) => [.. cuts.Select((cut, k) => (float[])[.. Figures(cuts[0].Evidence, cut.Evidence), .. Backed(picture, cuts, k)])];

    private static float[] Figures(ReadingEvidence strokes, ReadingEvidence other) =>
    [
        other.LeftUsual - strokes.LeftUsual, MathF.Max(0, other.Weak - strokes.Weak), MathF.Max(0, strokes.Clear - other.Clear), MathF.Max(0, other.InsideUsual - strokes.InsideUsual),
        MathF.Max(0, MathF.Log(other.Area / strokes.Area) - 0.6f), MathF.Min(0.1f, MathF.Max(0, strokes.Excess - other.Excess)),
        Math.Clamp(other.Agreement - strokes.Agreement, 0, 1), MathF.Max(0, MathF.Log(strokes.Area / other.Area) - 1),
    ];

    /// <summary>How far the readings that begin apart from one come to the same as it: loosely and strictly, 0 … 1 each; 0 where it hardly differs from that of the strokes.</summary>
    private static float[] Backed(CutPicture picture, SuperpixelCut[] cuts, int k)
    {
        if (Overlap(picture, cuts[0].IsInside, cuts[k].IsInside) >= LikeStrokes) return [0, 0];
        var beginning = (SubjectReading)k is SubjectReading.Whole or SubjectReading.Tight ? SubjectReading.Box : (SubjectReading)k;
        var overlap = Apart.Where(a => a != beginning).Average(a => Overlap(picture, cuts[(int)a].IsInside, cuts[k].IsInside));
        return [MathF.Max(0, (overlap - Backing) / (1 - Backing)), MathF.Max(0, (overlap - NearlySame) / (1 - NearlySame))];
    }

    /// <summary>Intersection over union of two sets of superpixels.</summary>
    public static float Overlap(CutPicture picture, bool[] one, bool[] other)
    {
        float both = 1e-3f, either = 1e-3f;
        for (var k = 0; k < one.Length; k++)
        {
            if (one[k] && other[k]) both += picture.Sizes[k];
            if (one[k] || other[k]) either += picture.Sizes[k];
        }
        return both / either;
    }
}
