using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Measure.Quality.Edges;

/// <summary>Edges refined from masks as the program and a hand give them, on hard scenes, over the whole picture.</summary>
internal static class HardEdges
{
    /// <summary>Of each scene and mask: rough, ours and the guided filter.</summary>
    /// <param name="follow">0 … 100.</param>
    /// <param name="use">Which scenes.</param>
    /// <param name="guided">Whether the guided filter is asked too.</param>
    public static void Print(double follow, SceneUse use, bool guided)
    {
        Console.WriteLine($"{use}, follow {follow}, fringe 100");
        Console.WriteLine("| scene | rough mask | SAD rough | ours | guided | ours / rough | IoU rough | ours | ΔE00 rough | ours | exact alpha | strands rough | ours | islands rough | ours |");
        Console.WriteLine("|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|");
        var all = new List<(Grade Rough, Grade Ours, Grade? Guided)>();
        foreach (var (scene, capture, _) in HardScenes.All().Where(s => s.Use == use))
        {
            var photo = capture.Photo(scene);
            bool[] everywhere = [.. scene.Alpha.Select(_ => true)];
            var exact = EdgeGrades.Engine(scene, photo, scene.Alpha, new EdgeRefinement(), everywhere);
            foreach (var (name, mask) in RoughSources.Of(scene, photo))
            {
                var none = EdgeGrades.Engine(scene, photo, mask, new EdgeRefinement(), everywhere);
                var ours = EdgeGrades.Engine(scene, photo, mask, new EdgeRefinement { Follow = follow, Fringe = 100 }, everywhere);
                var other = guided ? EdgeGrades.Guided(scene, photo, mask, everywhere) : null;
                all.Add((none, ours, other));
                Console.WriteLine(FormattableString.Invariant(
                    $"| {scene.Name} | {name} | {none.Sad:F2} | {ours.Sad:F2} | {other?.Sad:F2} | {ours.Sad / none.Sad:F2} | {none.Iou:F3} | {ours.Iou:F3} | {none.Difference:F2} | {ours.Difference:F2} | {exact.Difference:F2} | {none.Strands:P0} | {ours.Strands:P0} | {none.Islands} | {ours.Islands} |"));
            }
        }
        Console.WriteLine(FormattableString.Invariant($"mean: SAD {all.Average(a => a.Rough.Sad):F2} -> {all.Average(a => a.Ours.Sad):F2}, of rough {all.Average(a => a.Ours.Sad / a.Rough.Sad):F3} at most {all.Max(a => a.Ours.Sad / a.Rough.Sad):F2}; ΔE00 {all.Average(a => a.Rough.Difference):F2} -> {all.Average(a => a.Ours.Difference):F2}; IoU {all.Average(a => a.Rough.Iou):F3} -> {all.Average(a => a.Ours.Iou):F3}; islands {all.Average(a => a.Rough.Islands):F0} -> {all.Average(a => a.Ours.Islands):F0}"));
        if (guided) Console.WriteLine(FormattableString.Invariant($"of the guided filter {all.Average(a => a.Ours.Sad / a.Guided!.Sad):F2} on average, {all.Max(a => a.Ours.Sad / a.Guided!.Sad):F2} at most"));
    }
}
