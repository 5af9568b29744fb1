namespace Yarnwheel.Measure.Quality.Edges.Randomised;

/// <summary>Edges refined on scenes made at random: what constants are chosen by.</summary>
internal static class RandomEdges
{
    /// <summary>Masks that overlap the truth less are the selection's business.</summary>
    private const double Usable = 0.7;

    /// <summary>Averages of what a refined mask has of the rough one's error, over all scenes.</summary>
    /// <param name="count">Of scenes.</param>
    /// <param name="follow">0 … 100.</param>
    public static void Print(int count, double follow)
    {
        var all = new List<(string Source, double Ratio, double Rough, double Ours)>();
        for (var seed = 0; seed < count; seed++)
        {
            var (scene, capture, _) = RandomScenes.Of(seed);
            // Nothing pure on one side: nothing to pick from.
            if (!scene.Alpha.Any(a => a > 0.99f) || !scene.Alpha.Any(a => a < 0.004f)) continue;
            var photo = capture.Photo(scene);
            bool[] everywhere = [.. scene.Alpha.Select(_ => true)];
            foreach (var (name, mask) in RoughSources.Of(scene, photo))
            {
                if (Grade.Overlap(mask, scene.Alpha) < Usable) continue;
                var none = EdgeGrades.Engine(scene, photo, mask, new(), everywhere);
                var ours = EdgeGrades.Engine(scene, photo, mask, new() { Follow = follow, Fringe = 100 }, everywhere);
                all.Add((name, ours.Sad / none.Sad, none.Difference, ours.Difference));
            }
        }
        Console.WriteLine($"{count} scenes made at random, follow {follow}, fringe 100");
        Console.WriteLine("| rough mask | how many | SAD, of rough | at most | more than rough | ΔE00 rough | ours |");
        Console.WriteLine("|---|---|---|---|---|---|---|");
        foreach (var source in all.GroupBy(a => a.Source)) Row(source.Key, [.. source]);
        if (all.Count > 0) Row("all", all);
    }

    private static void Row(string name, List<(string Source, double Ratio, double Rough, double Ours)> of) => Console.WriteLine(FormattableString.Invariant(
        $"| {name} | {of.Count} | {of.Average(a => a.Ratio):F3} | {of.Max(a => a.Ratio):F2} | {of.Count(a => a.Ratio > 1.005)} | {of.Average(a => a.Rough):F2} | {of.Average(a => a.Ours):F2} |"));
}
