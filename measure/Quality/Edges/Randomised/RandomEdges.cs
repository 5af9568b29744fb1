namespace Yarnwheel.Measure.Quality.Edges.Randomised;

/// <summary>Edges refined on scenes made at random: what constants are chosen by.</summary>
internal static class RandomEdges
{
    /// <summary>Masks that overlap the truth less are the selection's business.</summary>
    private const double Usable = 0.7;

    /// <summary>Averages of what a refined mask has of the rough one's error, over all scenes.</summary>
    /// <param name="count">Of scenes.</param>
    /// <param name="follow">0 … 100.</param>
    /// <param name="surfaces">Of what subjects and grounds are made; null for dyes.</param>
    /// <param name="guided">Whether the guided filter is asked too.</param>
    public static void Print(int count, double follow, PhotographedSurfaces? surfaces = null, bool guided = false)
    {
        var all = new List<Refined>();
        for (var seed = 0; seed < count; seed++)
        {
            var (scene, capture, _) = RandomScenes.Of(seed, surfaces);
            // Nothing pure on one side: nothing to pick from.
            if (!scene.Alpha.Any(a => a > 0.99f) || !scene.Alpha.Any(a => a < 0.004f)) continue;
            var photo = capture.Photo(scene);
            bool[] everywhere = [.. scene.Alpha.Select(_ => true)];
            foreach (var (name, mask) in RoughSources.Of(scene, photo))
            {
                if (Grade.Overlap(mask, scene.Alpha) < Usable) continue;
                var none = EdgeGrades.Engine(scene, photo, mask, new(), everywhere);
                var ours = EdgeGrades.Engine(scene, photo, mask, new() { Follow = follow, Fringe = 100 }, everywhere);
                double? other = guided ? EdgeGrades.Guided(scene, photo, mask, everywhere).Sad : null;
                all.Add(new Refined(scene.Name, name, none, ours, other));
            }
        }
        Console.WriteLine($"{count} scenes made at random{(surfaces is null ? "" : " of photographs' surfaces")}, follow {follow}, fringe 100");
        Console.WriteLine("| rough mask | how many | SAD, of rough | at most | more than rough | of the guided filter | IoU rough | ours | ΔE00 rough | ours |");
        Console.WriteLine("|---|---|---|---|---|---|---|---|---|---|");
        foreach (var source in all.GroupBy(a => a.Source)) Row(source.Key, [.. source]);
        if (all.Count > 0) Row("all", all);
        Console.WriteLine($"Worst: {string.Join("; ", all.OrderByDescending(a => a.Ratio).Take(6).Select(a => FormattableString.Invariant($"{a.Scene} {a.Source} {a.Rough.Sad:F2} → {a.Ours.Sad:F2}")))}.");
    }

    private static void Row(string name, List<Refined> of) => Console.WriteLine(FormattableString.Invariant(
        $"| {name} | {of.Count} | {of.Average(a => a.Ratio):F3} | {of.Max(a => a.Ratio):F2} | {of.Count(a => a.Ratio > 1.005)} | {of.Average(a => a.Ours.Sad / a.Guided):F2} | {of.Average(a => a.Rough.Iou):F3} | {of.Average(a => a.Ours.Iou):F3} | {of.Average(a => a.Rough.Difference):F2} | {of.Average(a => a.Ours.Difference):F2} |"));

    /// <summary>A mask before and after, and the guided filter's SAD.</summary>
    private sealed record Refined(string Scene, string Source, Grade Rough, Grade Ours, double? Guided)
    {
        public double Ratio => Ours.Sad / Rough.Sad;
    }
}
