using Yarnwheel.Core.Masks.Readings;

namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>What holds for all places of a correction: how the stroke lies in the answer, and how much it may take along.</summary>
internal static class CorrectingFigures
{
    /// <param name="correction">The stroke and the answer before it.</param>
    /// <param name="pieces">Of the answer.</param>
    /// <param name="byColours">The answer corrected by what colours and nearness say.</param>
    /// <param name="places">Weighed by the whole gesture, the stroke among it.</param>
    public static float[] Of(Correction correction, AnswerPieces pieces, SuperpixelCut byColours, WeighedPlaces places)
    {
        var (picture, ground, area, touched) = (correction.Picture, correction.Ground, correction.Area, correction.Touched);
        float taken = 0, piece = 0, changed = 0, left = 0, promised = 0;
        for (var k = 0; k < picture.Sizes.Length; k++)
        {
            float size = picture.Sizes[k];
            if (correction.Before.IsInside[k]) taken += size;
            if (pieces.AreTouched[k]) piece += size;
            if (correction.IsWith[k]) continue;
            if (byColours.IsInside[k] == correction.IsAdding) changed += size;
            if (ground.Marked.IsBeyond[k]) continue;
            left += size;
            promised += size * (correction.IsAdding ? places.Shares[k] : 1 - places.Shares[k]);
        }
        float Share(float size) => MathF.Sqrt(size / area);
        var said = PlaceFigures.Said(picture, correction.Before.LogOdds);
        float Mean(Func<int, float> of) => touched.Length == 0 ? 0 : touched.Average(of);
        return
        [
            correction.Stroke.Side, MathF.Min(1, 3 * correction.Stroke.Extent), Mean(k => correction.IsWith[k] ? 0 : 1), Share(taken), Share(piece), Share(changed), Share(left), promised / MathF.Max(1, left),
            Mean(k => correction.Stroke.Side * said[k]), ground.IsBoxed ? 1 : 0, ground.Surroundings, area / (picture.Half.Width * picture.Half.Height), Share(touched.Sum(k => picture.Sizes[k])),
        ];
    }
}
