using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.DemoScenes.Truth;
using Yarnwheel.Measure.Quality.Edges.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Randomised;

/// <summary>Corrections as hands give them: through any of the larger wrong pieces, in a part of it, shorter, finer.</summary>
internal static class RandomCorrection
{
    /// <summary>So many of the largest pieces are corrected at all.</summary>
    private const int MostPieces = 6;

    /// <summary>Smaller ones are not, pixels.</summary>
    private const int LeastSize = 100;

    /// <summary>How often the brush is wider than what is wrong.</summary>
    private const double WideBrush = 0.2;

    /// <summary>The correction by rule, or one of the same kind.</summary>
    /// <param name="mask">The answer, 0 … 1.</param>
    /// <param name="alpha">The truth, 0 … 1.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="gesture">That was answered.</param>
    /// <param name="random">Chooses.</param>
    /// <returns>The gesture with one stroke more; the same where nothing is wrong.</returns>
    public static SubjectPart Of(float[] mask, float[] alpha, int width, int height, SubjectPart gesture, Random random)
    {
        if (random.Chance(0.4)) return CorrectingHand.Correct(mask, alpha, width, height, gesture);
        WrongPiece[] pieces = [.. WrongPiece.All(mask, alpha, width, height).Where(p => p.Size > LeastSize).Take(MostPieces)];
        if (pieces.Length == 0) return gesture;
        var piece = Chosen(pieces, random);
        var meant = piece.Pixels(width, height);
        if (random.Chance(0.4)) Halve(meant, width, random.Within(0, 2 * Math.PI));
        var (stroke, room) = RoughGesture.Through(meant, new Region(0, 0, width, height), width, height);
        if (stroke.IsEmpty) return gesture;
        if (random.Chance(0.5))
        {
            var length = random.NextDouble();
            stroke = [stroke[0], stroke[1] with { X = stroke[0].X + length * (stroke[1].X - stroke[0].X), Y = stroke[0].Y + length * (stroke[1].Y - stroke[0].Y) }];
        }
        // A wide brush covers more than is meant.
        var share = random.Chance(WideBrush) ? random.Within(1, 4) : random.Within(0.4, 1);
        return CorrectingHand.With(gesture, stroke, share * RoughGesture.WidthFor(room, Math.Max(width, height)), piece.IsMissing);
    }

    /// <summary>The larger, the likelier.</summary>
    private static WrongPiece Chosen(WrongPiece[] pieces, Random random)
    {
        var left = random.NextDouble() * pieces.Sum(p => (double)p.Size);
        return pieces.FirstOrDefault(p => (left -= p.Size) <= 0) ?? pieces[^1];
    }

    /// <summary>Leaves the half of a piece that lies in some direction.</summary>
    private static void Halve(bool[] meant, int width, double angle)
    {
        int[] own = [.. Enumerable.Range(0, meant.Length).Where(i => meant[i])];
        double Along(int i) => Math.Cos(angle) * (i % width) + Math.Sin(angle) * (i / width);
        var middle = own.Select(Along).Order().ElementAt(own.Length / 2);
        foreach (var i in own.Where(i => Along(i) < middle)) meant[i] = false;
    }
}
