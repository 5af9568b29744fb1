using System.Collections.Immutable;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Proposes the one thing that a picture is clearly of, as a box and a stroke; or nothing.</summary>
internal static class MainSubject
{
    /// <summary>How clearly what stands out parts from the ground, 0 … 1, and by how much of the scale, at least.</summary>
    private const double LeastParting = 0.72;
    private const double LeastStep = 0.22;

    private const double LeastShare = 0.004;
    private const double MostShare = 0.6;

    /// <summary>So much of all that stands out must be one thing.</summary>
    private const double LeastInOne = 0.75;

    private const double Room = 0.04;

    /// <returns>The part, or null: no clear subject.</returns>
    public static SubjectPart? Of(LabPlanes lab, CancellationToken cancel)
    {
        var salience = Salience.Of(lab, cancel);
        int width = salience.Width, height = salience.Height;
        var (threshold, parting, step) = Parted(salience.Values);
        if (parting < LeastParting || step < LeastStep) return null;
        var pieces = Components.Of(Marks.Above(salience.Values, threshold), width, height).Runs.GroupBy(r => r.Label)
            .Select(p => p.ToArray()).OrderByDescending(Size).ToArray();
        if (pieces.Length == 0) return null;
        var size = Size(pieces[0]);
        var all = pieces.Sum(Size);
        if (size < LeastShare * width * height || size > MostShare * width * height || size < LeastInOne * all) return null;
        int left = pieces[0].Min(r => r.Begin), right = pieces[0].Max(r => r.End), top = pieces[0].Min(r => r.Y), bottom = pieces[0].Max(r => r.Y) + 1;
        // What the picture's border cuts through on most sides is not a thing in it.
        if ((left == 0 ? 1 : 0) + (top == 0 ? 1 : 0) + (right == width ? 1 : 0) + (bottom == height ? 1 : 0) > 1) return null;
        var room = Room * Math.Max(width, height);
        double Round(double v) => Math.Round(Math.Clamp(v, 0, 1), 4);
        return new SubjectPart
        {
            Box = new Box { X0 = Round((left - room) / width), Y0 = Round((top - room) / height), X1 = Round((right + room) / width), Y1 = Round((bottom + room) / height) },
            Inside = [Stroke(pieces[0], width, height)],
        };
    }

    /// <summary>The threshold that parts values best into two classes, the share of their variance that lies between these, and the step between their means (N. Otsu, "A Threshold Selection Method from Gray-Level Histograms", 1979).</summary>
    private static (float Threshold, double Parting, double Step) Parted(float[] values)
    {
        const int steps = 128;
        var counts = new double[steps];
        foreach (var value in values) counts[Math.Clamp((int)(value * steps), 0, steps - 1)]++;
        double all = values.Length, sum = counts.Select((c, k) => c * k).Sum(), mean = sum / all;
        var variance = counts.Select((c, k) => c * (k - mean) * (k - mean)).Sum() / all;
        var (best, threshold, step) = (0.0, 0, 0.0);
        double low = 0, lowSum = 0;
        for (var k = 0; k < steps - 1; k++)
        {
            low += counts[k];
            lowSum += counts[k] * k;
            if (low == 0 || low == all) continue;
            double apart = (sum - lowSum) / (all - low) - lowSum / low, between = low / all * (1 - low / all) * apart * apart;
            if (between <= best) continue;
            (best, threshold, step) = (between, k + 1, apart / steps);
        }
        return (threshold / (float)steps, variance > 0 ? best / variance : 0, step);
    }

    private static int Size(Components.Run[] runs) => runs.Sum(r => r.End - r.Begin);

    /// <summary>From the place deepest in the thing to the next deep one that can be reached straight.</summary>
    private static ImmutableArray<StrokePoint> Stroke(Components.Run[] runs, int width, int height)
    {
        var outside = new bool[width * height];
        Array.Fill(outside, true);
        foreach (var run in runs) outside.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Clear();
        var depths = DistanceTransform.Of(outside, width, height);
        // The picture's border is an edge as well.
        float Depth(int i) => outside[i] ? 0 : Math.Min(depths.Distance(i), 1 + Math.Min(Math.Min(i % width, width - 1 - i % width), Math.Min(i / width, height - 1 - i / width)));
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
