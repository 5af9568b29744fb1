using Yarnwheel.Core.Masks.Learnt;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>Each place that a correction may take along weighed by all that is known of it: how likely it goes with the stroke.</summary>
/// <remarks>What speaks how much was learnt from corrections by rule of things made at random and of traced photographs (measure -- subjects --learn-corrections).</remarks>
internal static class CorrectedPlaces
{
    /// <summary>What must speak for a place to go with a stroke that adds, natural logarithm of the odds, where its colours go with it, and where they don't. Chosen on the demo scenes, the drawn ones and the photographs learnt from.</summary>
    private const float AskedOfAdding = -0.6f, AskedOfAddingOther = 0.3f;

    /// <summary>The same of one that takes away: less is meant by it.</summary>
    private const float AskedOfTaking = 0.3f, AskedOfTakingOther = 1.4f;

    /// <summary>What is of the colours of a stroke that adds, where it lies, comes along: so much more speaks for it.</summary>
    private const float AddedNearby = 2;

    /// <param name="correction">The stroke and the answer before it.</param>
    /// <param name="byColours">The answer corrected by what colours and nearness say.</param>
    /// <param name="places">Weighed by the whole gesture, the stroke among it.</param>
    /// <param name="tree">The picture's regions.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static WeighedPlaces Of(Correction correction, SuperpixelCut byColours, WeighedPlaces places, RegionTree tree, CancellationToken cancel)
    {
        var open = correction.Open();
        var pieces = AnswerPieces.Of(correction);
        var figures = CorrectionFigures.Of(correction, pieces, byColours, places, tree).Rows(open, CorrectingFigures.Of(correction, pieces, byColours, places));
        cancel.ThrowIfCancellationRequested();
        var likely = LearntNetworks.Corrections.LogOdds(figures, cancel);
        float[] all = [.. correction.Ground.Marked.Sides.Select((side, k) => WeighedPlaces.Told * (side != 0 ? side : correction.Before.IsInside[k] ? 1 : -1))];
        var (asked, askedOfOther) = correction.IsAdding ? (AskedOfAdding, AskedOfAddingOther) : (AskedOfTaking, AskedOfTakingOther);
        for (var i = 0; i < open.Length; i++)
        {
            var k = open[i];
            var isLike = byColours.IsInside[k] == correction.IsAdding;
            var near = isLike && correction.IsAdding ? AddedNearby * EarlierAnswer.NearDab(correction.Ways[k]) : 0;
            all[k] = correction.Stroke.Side * (likely[i] + near - (isLike ? asked : askedOfOther));
        }
        return new WeighedPlaces(correction.Picture, all);
    }
}
