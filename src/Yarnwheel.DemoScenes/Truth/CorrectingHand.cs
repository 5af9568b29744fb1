using System.Collections.Immutable;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.DemoScenes.Truth;

/// <summary>Corrects an answer as a hand would: one stroke through the largest piece that is wrong.</summary>
/// <remarks>The robot user of V. Gulshan et al., "Geodesic Star Convexity for Interactive Image Segmentation", CVPR 2010, with strokes instead of dabs.</remarks>
internal static class CorrectingHand
{
    /// <param name="mask">The answer, 0 … 1.</param>
    /// <param name="alpha">The truth, 0 … 1.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="gesture">That was answered.</param>
    /// <returns>The gesture with one stroke more; the same where nothing is wrong.</returns>
    public static SubjectPart Correct(float[] mask, float[] alpha, int width, int height, SubjectPart gesture)
    {
        if (WrongPiece.All(mask, alpha, width, height) is not [var largest, ..]) return gesture;
        var (stroke, room) = RoughGesture.Through(largest.Pixels(width, height), new Region(0, 0, width, height), width, height);
        return With(gesture, stroke, RoughGesture.WidthFor(room, Math.Max(width, height)), largest.IsMissing);
    }

    /// <summary>A gesture with one stroke more, drawn after all others.</summary>
    /// <param name="gesture">That was answered.</param>
    /// <param name="stroke">Its points.</param>
    /// <param name="strokeWidth">In shares of the picture's longer side.</param>
    /// <param name="isInside">On which side.</param>
    public static SubjectPart With(SubjectPart gesture, ImmutableArray<StrokePoint> stroke, double strokeWidth, bool isInside)
    {
        stroke = stroke.SetItem(0, stroke[0] with { Width = strokeWidth, Turn = gesture.Inside.Length + gesture.Outside.Length + 1 });
        return isInside ? gesture with { Inside = gesture.Inside.Add(stroke) } : gesture with { Outside = gesture.Outside.Add(stroke) };
    }
}
