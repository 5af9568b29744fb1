using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Measure.Quality.Edges;
using Yarnwheel.Measure.Quality.Edges.Randomised;
using Yarnwheel.Measure.Quality.Photographs;

namespace Yarnwheel.Measure.Quality.Reaches;

/// <summary>Masks by colour as they come with a few picks: by the reach that fits the photo, by one that is always the same, and by the best there is.</summary>
internal static class ReachTable
{
    /// <summary>Where even the best reach overlaps the truth less, colour alone does not tell the subject.</summary>
    private const double Tellable = 0.65;

    private static readonly double[] Middles = [1, 1.5, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 9, 10, 12, 14, 16, 20, 25];

    private static readonly (string Name, Func<RuledPicks, ColourPart> Picks)[] Gestures =
        [("one pick, deep within", p => p.Deep), ("one pick anywhere", p => p.Any), ("two picks", p => p.Two), ("three, one left out", p => p.Three), ("a box", p => p.Boxed)];

    /// <summary>The weights were fitted on random scenes of numbers below this.</summary>
    private const int Unseen = 1000;

    /// <summary>Scenes that judge, by the name of their set: those made at random, of which nothing was tuned, of surfaces of open photographs where these are there, and the hard ones.</summary>
    /// <param name="count">Of each kind made at random.</param>
    public static IEnumerable<(string Set, IEnumerable<HardScene> Scenes)> Sets(int count)
    {
        IEnumerable<HardScene> Random(PhotographedSurfaces? surfaces) => Enumerable.Range(Unseen, count).Select(seed => RandomScenes.Of(seed, surfaces));
        yield return ("dyes at random", Random(null));
        if (OpenPhotographs.AreThere)
        {
            yield return ("photographs' surfaces", Random(PhotographedSurfaces.All(aside: false)));
            yield return ("those put aside", Random(PhotographedSurfaces.All(aside: true)));
        }
        yield return ("hard", HardScenes.All());
    }

    /// <param name="scenes">What is judged, by the name of its set.</param>
    public static void Print(IEnumerable<(string Set, IEnumerable<HardScene> Scenes)> scenes)
    {
        Console.WriteLine("| scenes | picks | masks | IoU: reach 6, fade 5 | fitted | best | below four fifths of the best: always the same | fitted |");
        Console.WriteLine("|---|---|---|---|---|---|---|---|");
        foreach (var (set, all) in scenes)
        {
            var graded = all.AsParallel().AsOrdered().SelectMany(Grades).ToArray();
            foreach (var gesture in graded.GroupBy(g => g.Gesture)) Row(set, gesture.Key, [.. gesture]);
            if (graded.Length > 0) Row(set, "all", graded);
        }
    }

    private static IEnumerable<Graded> Grades(HardScene hard)
    {
        var (scene, capture, _) = hard;
        if (!scene.Alpha.Any(a => a > 0.99f) || !scene.Alpha.Any(a => a < 0.004f)) yield break;
        var photo = capture.Photo(scene);
        var renderer = new PhotoRenderer(Pyramid.Build(photo));
        var picks = RuledPicks.Of(scene, photo);
        double Overlap(ColourPart part) => Grade.Overlap(RoughSources.Mask(renderer, part), scene.Alpha);
        foreach (var (name, of) in Gestures)
        {
            // As the Bench begins a part.
            var part = of(picks) with { Reach = 6, Fade = 5, Lightness = 25 };
            var best = Middles.Max(m => Overlap(part with { Reach = 0.75 * m, Fade = 0.5 * m }));
            if (best < Tellable || renderer.Reaches.Of(new Light(), part) is not { } read) continue;
            yield return new Graded(name, Overlap(part), Overlap(part with { Reach = read.Reach, Fade = read.Fade }), best);
        }
    }

    private static void Row(string set, string gesture, Graded[] of) => Console.WriteLine(FormattableString.Invariant(
        $"| {set} | {gesture} | {of.Length} | {of.Average(g => g.Same):F3} | {of.Average(g => g.Fitted):F3} | {of.Average(g => g.Best):F3} | {of.Count(g => g.Same < 0.8 * g.Best)} | {of.Count(g => g.Fitted < 0.8 * g.Best)} |"));

    /// <summary>How masks of one gesture overlap the truth.</summary>
    private sealed record Graded(string Gesture, double Same, double Fitted, double Best);
}
