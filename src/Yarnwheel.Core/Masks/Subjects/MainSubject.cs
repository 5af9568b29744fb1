using System.Collections.Immutable;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Proposes the one thing that a picture is clearly of, as a box and a stroke; or nothing.</summary>
internal static class MainSubject
{
    // Above the one it is taken to stand out, below the other it is ground; what lies between is unclear.
    private const float StandsOut = 0.6f;
    private const float Ground = 0.35f;

    private const double LeastShare = 0.004;
    private const double MostShare = 0.6;

    /// <summary>So much of all that stands out must be one thing.</summary>
    private const double LeastInOne = 0.75;

    /// <summary>At most so much, for the thing's own size, may be unclear.</summary>
    private const double MostUnclear = 0.6;

    private const double Room = 0.04;

    /// <returns>The part, or null: no clear subject.</returns>
    public static SubjectPart? Of(LabPlanes lab, CancellationToken cancel)
    {
        var salience = Salience.Of(lab, cancel);
        int width = salience.Width, height = salience.Height;
        var pieces = Components.Of((x, y) => salience.Values[y * width + x] > StandsOut, width, height).Runs.GroupBy(r => r.Label)
            .Select(p => p.ToArray()).OrderByDescending(Size).ToArray();
        if (pieces.Length == 0) return null;
        var size = Size(pieces[0]);
        var all = pieces.Sum(Size);
        var unclear = salience.Values.Count(v => v is > Ground and <= StandsOut);
        if (size < LeastShare * width * height || size > MostShare * width * height || size < LeastInOne * all || unclear > MostUnclear * size) return null;
        int left = pieces[0].Min(r => r.Begin), right = pieces[0].Max(r => r.End), top = pieces[0].Min(r => r.Y), bottom = pieces[0].Max(r => r.Y) + 1;
        // What the picture's border cuts through on most sides is not a thing in it.
        if ((left == 0 ? 1 : 0) + (top == 0 ? 1 : 0) + (right == width ? 1 : 0) + (bottom == height ? 1 : 0) > 1) return null;
        var room = Room * Math.Max(width, height);
        double Hold(double v) => Math.Round(Math.Clamp(v, 0, 1), 4);
        return new SubjectPart
        {
            Box = new Box { X0 = Hold((left - room) / width), Y0 = Hold((top - room) / height), X1 = Hold((right + room) / width), Y1 = Hold((bottom + room) / height) },
            Inside = [Stroke(pieces[0], width, height)],
        };
    }

    private static int Size(Components.Run[] runs) => runs.Sum(r => r.End - r.Begin);

    /// <summary>From the place deepest in the thing to the next deep one that can be reached straight.</summary>
    private static ImmutableArray<StrokePoint> Stroke(Components.Run[] runs, int width, int height)
    {
        var outside = new bool[width * height];
        Array.Fill(outside, true);
        foreach (var run in runs) outside.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Clear();
        var depths = DistanceTransform.Of(outside, width, height);
        float Depth(int i) => outside[i] ? 0 : Math.Min(depths.Distance(i), Math.Max(width, height));
        var first = Enumerable.Range(0, outside.Length).MaxBy(Depth);
        var deepest = Depth(first);
        var (second, best) = (first, 0.0);
        for (var i = 0; i < outside.Length; i++)
        {
            if (Depth(i) < 0.6f * deepest) continue;
            var far = Math.Sqrt(Math.Pow(i % width - first % width, 2) + Math.Pow(i / width - first / width, 2));
            if (far * Depth(i) <= best || !Enumerable.Range(0, 21).All(t => Depth(Between(t / 20.0)) >= 0.4f * deepest)) continue;
            (second, best) = (i, far * Depth(i));
            int Between(double t) => (int)(first / width * (1 - t) + i / width * t) * width + (int)(first % width * (1 - t) + i % width * t);
        }
        StrokePoint At(int i) => new() { X = Math.Round((i % width + 0.5) / width, 4), Y = Math.Round((i / width + 0.5) / height, 4) };
        return first == second ? [At(first)] : [At(first), At(second)];
    }
}
