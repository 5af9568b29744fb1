using System.Diagnostics;
using System.Globalization;
using OpenCvSharp;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>Subjects cut out by one box and two strokes: ours and OpenCV's grabCut (Rother et al. 2004; 5 rounds), beside the truth.</summary>
internal static class SubjectTable
{
    private const int Corrections = 3;

    /// <param name="Mask">The first answer.</param>
    /// <param name="Milliseconds">It took.</param>
    /// <param name="Overlaps">IoU of it, and after each correction.</param>
    private sealed record Outcome(float[] Mask, double Milliseconds, double[] Overlaps);

    /// <param name="boxAlone">Whether the strokes are left out.</param>
    /// <param name="only">Part of the names of the scenes wanted; null for all.</param>
    /// <param name="pictures">A folder for pictures of what was found; null for none.</param>
    /// <param name="use">Which scenes.</param>
    /// <param name="most">So many of them at most.</param>
    public static void Print(bool boxAlone, string? only, string? pictures, SceneUse use, int most = int.MaxValue)
    {
        Console.WriteLine("| scene | size | IoU | grabCut | SAD | grabCut | boundary, px | grabCut | IoU after three | grabCut | first answer, ms | correction | grabCut |");
        Console.WriteLine("|---|---|---|---|---|---|---|---|---|---|---|---|---|");
        var all = new List<(SubjectScene Scene, SubjectGrade Ours, SubjectGrade Theirs, Outcome Own, Outcome Other)>();
        // Code that has not run yet is slower than the work.
        foreach (var scene in SubjectScenes.All(use).Take(1)) Ours(scene, out _);
        foreach (var stroked in SubjectScenes.All(use).Take(most))
        {
            var scene = boxAlone ? stroked with { Gesture = stroked.Gesture with { Inside = [], Outside = [] } } : stroked;
            if (only is not null && !scene.Name.Contains(only, StringComparison.OrdinalIgnoreCase)) continue;
            var ours = Ours(scene, out var correction);
            var theirs = Theirs(scene, boxAlone);
            var (own, other) = (SubjectGrade.Of(scene, ours.Mask), SubjectGrade.Of(scene, theirs.Mask));
            all.Add((scene, own, other, ours, theirs));
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
                $"| {scene.Name} | {scene.Width} × {scene.Height} | {own.Overlap:F4} | {other.Overlap:F4} | {own.Sad:F2} | {other.Sad:F2} | {own.Boundary:F2} | {other.Boundary:F2} | {ours.Overlaps[^1]:F4} | {theirs.Overlaps[^1]:F4} | {ours.Milliseconds:F0} | {correction:F0} | {theirs.Milliseconds:F0} |"));
            if (pictures is not null) SubjectPictures.Save(pictures, scene, ours.Mask, theirs.Mask);
        }
        Console.WriteLine();
        var compact = all.Where(a => a.Scene.IsCompact).ToArray();
        if (compact.Length > 0) Console.WriteLine(FormattableString.Invariant($"Compact subjects: mean IoU {compact.Average(a => a.Ours.Overlap):F4} (goal 0.97)."));
        Console.WriteLine(FormattableString.Invariant($"1 − IoU: {all.Average(a => 1 - a.Ours.Overlap):F4} on average, grabCut's {all.Average(a => 1 - a.Theirs.Overlap):F4} (goal half of it); not below it on: {string.Join(", ", all.Where(a => a.Ours.Overlap <= a.Theirs.Overlap).Select(a => a.Scene.Name))}."));
        Console.WriteLine(FormattableString.Invariant($"Boundary error: {all.Average(a => a.Ours.Boundary):F2} px, grabCut's {all.Average(a => a.Theirs.Boundary):F2} (goal half). SAD: {all.Average(a => a.Ours.Sad):F2}, grabCut's {all.Average(a => a.Theirs.Sad):F2}."));
        Console.WriteLine(FormattableString.Invariant($"Time: grabCut takes {all.Min(a => a.Other.Milliseconds / a.Own.Milliseconds):F0} to {all.Max(a => a.Other.Milliseconds / a.Own.Milliseconds):F0} times as long (goal 10)."));
        string Left(Func<int, double> overlap) => string.Join(", ", Enumerable.Range(0, Corrections + 1).Select(k => FormattableString.Invariant($"{1 - overlap(k):F3}")));
        Console.WriteLine($"1 − IoU on average after 0 to {Corrections} corrections: {Left(k => all.Average(a => a.Own.Overlaps[k]))}; grabCut's: {Left(k => all.Average(a => a.Other.Overlaps[k]))}.");
        Console.WriteLine(FormattableString.Invariant($"What one correction lost at most: {all.Max(a => CorrectionTable.Lost(a.Own.Overlaps)):F3} (grabCut {all.Max(a => CorrectionTable.Lost(a.Other.Overlaps)):F3})."));
    }

    private static Outcome Ours(SubjectScene scene, out double correction)
    {
        // Each from a photo never looked at before; the middle one of three.
        var (runs, later) = (new List<Outcome>(), new List<double>());
        for (var run = 0; run < 3; run++)
        {
            runs.Add(Once(scene, out var after));
            later.Add(after);
        }
        correction = later.Order().ElementAt(1);
        var renderer = new PhotoRenderer(Pyramid.Build(scene.Photo));
        return runs.OrderBy(r => r.Milliseconds).ElementAt(1) with { Overlaps = CorrectionTable.Overlaps(scene, scene.Gesture, runs[0].Mask, Corrections, part => SubjectScene.Solve(renderer, part)) };
    }

    private static Outcome Once(SubjectScene scene, out double correction)
    {
        var renderer = new PhotoRenderer(Pyramid.Build(scene.Photo));
        float[] Timed(SubjectPart part, out double time)
        {
            var watch = Stopwatch.StartNew();
            var mask = SubjectScene.Solve(renderer, part);
            time = watch.Elapsed.TotalMilliseconds;
            return mask;
        }
        var first = Timed(scene.Gesture, out var milliseconds);
        // A short stroke more, beside the first.
        var stroke = scene.Gesture.Outside.Length > 0 ? scene.Gesture.Outside[0] : [];
        Timed(scene.Gesture with { Outside = scene.Gesture.Outside.Add([.. stroke.Select(p => p with { X = Math.Min(1, p.X + 0.01) })]) }, out correction);
        return new Outcome(first, milliseconds, []);
    }

    private static Outcome Theirs(SubjectScene scene, bool boxAlone)
    {
        var name = $"grabCut {boxAlone} {scene.Name} {scene.Width}";
        var known = Kept.Planes(name, () => [GrabCut(scene)])[0];
        var corrected = Kept.Planes(name + " corrected", () => [[.. CorrectionTable.Overlaps(scene, scene.Gesture, known[1..], Corrections, part => GrabCut(scene with { Gesture = part })[1..]).Select(v => (float)v)]])[0];
        return new Outcome(known[1..], known[0], [.. corrected.Select(v => (double)v)]);
    }

    /// <summary>The time it took, then its mask.</summary>
    private static float[] GrabCut(SubjectScene scene)
    {
        using var rgb = Mat.FromPixelData(scene.Height, scene.Width, MatType.CV_8UC3, scene.Rgb);
        using var picture = new Mat();
        Cv2.CvtColor(rgb, picture, ColorConversionCodes.RGB2BGR);
        var box = scene.Gesture.Box!;
        using var mask = new Mat(scene.Height, scene.Width, MatType.CV_8UC1, new Scalar((int)GrabCutClasses.BGD));
        OpenCvSharp.Point At(double x, double y) => new((int)(x * scene.Width), (int)(y * scene.Height));
        mask.Rectangle(At(box.X0, box.Y0), At(box.X1 - 0.5 / scene.Width, box.Y1 - 0.5 / scene.Height), new Scalar((int)GrabCutClasses.PR_FGD), -1);
        int Thick(StrokePoint start) => Math.Max(1, (int)Math.Round((start.Width ?? scene.Gesture.Width) * Math.Max(scene.Width, scene.Height)));
        foreach (var (strokes, mark) in new[] { (scene.Gesture.Inside, GrabCutClasses.FGD), (scene.Gesture.Outside, GrabCutClasses.BGD) })
            foreach (var stroke in strokes) mask.Line(At(stroke[0].X, stroke[0].Y), At(stroke[1].X, stroke[1].Y), new Scalar((int)mark), Thick(stroke[0]));
        using var behind = new Mat();
        using var front = new Mat();
        var watch = Stopwatch.StartNew();
        Cv2.SetTheRNG(1);
        Cv2.GrabCut(picture, mask, new Rect(), behind, front, 5, GrabCutModes.InitWithMask);
        var time = watch.Elapsed.TotalMilliseconds;
        mask.GetArray(out byte[] classes);
        return [(float)time, .. classes.Select(c => (c & 1) == 1 ? 1f : 0)];
    }
}
