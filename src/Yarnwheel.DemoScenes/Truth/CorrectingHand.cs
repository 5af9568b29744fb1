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
        bool IsWrong(int i, bool missing) => missing ? mask[i] < 0.5f && alpha[i] >= 0.5f : mask[i] >= 0.5f && alpha[i] < 0.5f;
        var (most, meant, within) = (0, Array.Empty<bool>(), false);
        foreach (var missing in (bool[])[true, false])
        {
            bool[] wrong = [.. Enumerable.Range(0, mask.Length).Select(i => IsWrong(i, missing))];
            var piece = Components.Of(wrong, width, height).Runs.GroupBy(r => r.Label).MaxBy(Size);
            if (piece is null || Size(piece) <= most) continue;
            (most, meant, within) = (Size(piece), new bool[mask.Length], missing);
            foreach (var run in piece) meant.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Fill(true);
        }
        if (most == 0) return gesture;
        var (stroke, room) = RoughGesture.Through(meant, new Region(0, 0, width, height), width, height);
        stroke = stroke.SetItem(0, stroke[0] with { Width = RoughGesture.WidthFor(room, Math.Max(width, height)), Turn = gesture.Inside.Length + gesture.Outside.Length + 1 });
        return within ? gesture with { Inside = gesture.Inside.Add(stroke) } : gesture with { Outside = gesture.Outside.Add(stroke) };

        static int Size(IEnumerable<Components.Run> piece) => piece.Sum(r => r.End - r.Begin);
    }
}
