using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Measure.Quality.Edges;

/// <summary>The edge of an area against exact truth, from one rough mask: ours, OpenCV's guided filter, no refinement, and the exact alpha without estimated colours.</summary>
internal static class EdgeQualityTable
{
    /// <summary>A hand moves the slider to what the thing needs; of these the best by SAD is taken, as of the guided filter's settings.</summary>
    private static readonly double[] Follows = [20, 45, 100];

    public static void Print(bool traced, bool isShort)
    {
        Console.WriteLine("| scene | picture | | SAD | MSE | gradient | ΔE00 | chroma left | strands |");
        Console.WriteLine("|---|---|---|---|---|---|---|---|---|");
        var against = new List<(Grade Ours, Grade Guided, Grade Exact)>();
        foreach (var scene in (traced ? DrawnScenes.All().Concat(TracedScenes.All()) : DrawnScenes.All()).Where((_, k) => !isShort || k == 1))
        {
            foreach (var isClean in (bool[])[true, false]) against.Add(Rows(scene, isClean));
        }
        Console.WriteLine();
        Console.WriteLine($"SAD of ours over that of the guided filter: {against.Average(g => g.Ours.Sad / g.Guided.Sad):F2} on average, {against.Max(g => g.Ours.Sad / g.Guided.Sad):F2} at most (goal 0.5).");
        Console.WriteLine($"ΔE00 of ours: {against.Average(g => g.Ours.Difference):F2} on average, {against.Max(g => g.Ours.Difference):F2} at most (goal 2); {against.Count(g => g.Ours.Difference < g.Exact.Difference)} of {against.Count} below the exact alpha without estimated colours (goal all).");
        Console.WriteLine($"Strands kept: {against.Where(g => g.Ours.Strands is not null).Min(g => g.Ours.Strands):P0} at least (goal 95 %).");
    }

    /// <summary>Ours alone, at one follow, beside the rough mask: quick, for trying.</summary>
    public static void Quick(double follow, bool traced)
    {
        double sum = 0, rough = 0;
        foreach (var scene in traced ? DrawnScenes.All().Concat(TracedScenes.All()) : DrawnScenes.All())
        {
            foreach (var isClean in (bool[])[true, false])
            {
                var (photo, band) = ((isClean ? Capture.Clean : Capture.Grainy).Photo(scene), EdgeGrades.Band(scene));
                var ours = EdgeGrades.Engine(scene, photo, scene.Rough, new EdgeRefinement { Follow = follow, Fringe = 100 }, band);
                var none = EdgeGrades.Engine(scene, photo, scene.Rough, new EdgeRefinement(), band);
                sum += ours.Sad / none.Sad;
                rough++;
                Console.WriteLine(FormattableString.Invariant($"{scene.Name,-32} {(isClean ? "clean" : "grain")} SAD {none.Sad,7:F3} -> {ours.Sad,7:F3} ({ours.Sad / none.Sad:F2})  dE {none.Difference,6:F2} -> {ours.Difference,6:F2}  strands {none.Strands:P0} -> {ours.Strands:P0}"));
            }
        }
        Console.WriteLine($"mean ratio {sum / rough:F3}");
    }

    private static (Grade, Grade, Grade) Rows(MatteScene scene, bool isClean)
    {
        var photo = (isClean ? Capture.Clean : Capture.Grainy).Photo(scene);
        var band = EdgeGrades.Band(scene);
        var (follow, ours) = Follows.Select(f => (Follow: f, Grade: EdgeGrades.Engine(scene, photo, scene.Rough, new EdgeRefinement { Follow = f, Fringe = 100 }, band))).MinBy(o => o.Grade.Sad);
        var exact = EdgeGrades.Engine(scene, photo, scene.Alpha, new EdgeRefinement(), band);
        var none = EdgeGrades.Engine(scene, photo, scene.Rough, new EdgeRefinement(), band);
        var guided = EdgeGrades.Guided(scene, photo, scene.Rough, band);
        var (named, picture) = (scene.Name, isClean ? "clean" : "grain, JPEG");
        foreach (var (name, grade) in (List<(string, Grade)>)[(FormattableString.Invariant($"ours, follow {follow}"), ours), ("guided filter", guided), ("none", none), ("exact alpha", exact)])
        {
            Console.WriteLine(FormattableString.Invariant(
                $"| {named} | {picture} | {name} | {grade.Sad:F3} | {grade.Mse:F1} | {grade.Gradient:F3} | {grade.Difference:F2} | {grade.Left:F2} | {(grade.Strands is { } kept ? $"{kept:P0}" : "")} |"));
            (named, picture) = ("", "");
        }
        return (ours, guided, exact);
    }
}
