using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>What speaks for and against the readings of a gesture as a whole: how far the same place may be judged by one of them.</summary>
internal static class GestureFigures
{
    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="cuts">All readings by colours and contours, in their order.</param>
    public static float[] Of(CutPicture picture, GestureGround ground, SuperpixelCut[] cuts)
    {
        var marked = ground.Marked;
        var area = Math.Max(1, ground.Box.Width * ground.Box.Height / 4f);
        var isOutsideMarked = Enumerable.Range(0, marked.Seeds.Length).Any(k => marked.Seeds[k] == MarkedSuperpixels.Outside && !marked.IsBeyond[k]);
        List<float> figures = [marked.HasInside ? 1 : 0, isOutsideMarked ? 1 : 0, ground.Surroundings, area / (picture.Half.Width * picture.Half.Height), ground.Rare is null ? 0 : 1];
        foreach (var cut in cuts)
        {
            var evidence = cut.Evidence;
            figures.AddRange([2 * evidence.Clear - 1, 2 * evidence.Weak, 4 * evidence.InsideUsual, 2 * evidence.LeftUsual - 1, evidence.Area / area, MathF.Min(1, 3 * evidence.Excess), Math.Clamp(evidence.Agreement, -1, 3)]);
            if (cut != cuts[0]) figures.Add(ReadingWeights.Overlap(picture, cuts[0].IsInside, cut.IsInside));
        }
        return [.. figures];
    }
}
