using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Edges;
using Yarnwheel.Measure.Quality.Photographs;
using Yarnwheel.Measure.Quality.Subjects.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>What was learnt, on scenes that nothing was learnt from (but for the first photographs): overlap of superpixels with the subject.</summary>
internal static class LearntTable
{
    private const int Unseen = 9_000_000;

    private sealed record Row(string Set, string Gesture, string Scene, double Strokes, double ByWeights, double Weighed, double Taken, double Best, double Most);

    /// <param name="scenes">Made at random, that nothing was learnt from.</param>
    /// <param name="isBoxed">Whether the gestures have a box.</param>
    /// <param name="each">Whether each scene is printed.</param>
    /// <param name="isShort">Whether only those made at random are judged.</param>
    public static void Print(int scenes, bool isBoxed, bool each, bool isShort)
    {
        var rows = AtRandom(scenes).Concat(isShort ? [] : Judging()).SelectMany(s => WeighedGesture.All(s.Photo, s.Scene.Alpha, s.Scene.Gesture, isBoxed).Select(g => Judged(s.Set, g.Name, s.Scene.Name, g.Gesture))).ToArray();
        if (each) foreach (var r in rows) Console.WriteLine(FormattableString.Invariant($"| {r.Set} | {r.Gesture} | {r.Scene} | {r.Strokes:F3} | {r.ByWeights:F3} | {r.Weighed:F3} | {r.Taken:F3} | {r.Best:F3} | {r.Most:F3} |"));
        Console.WriteLine("| scenes | gesture | how many | strokes alone | by the weights alone | weighed | taken | the best of all | superpixels at most |\n|---|---|---|---|---|---|---|---|---|");
        foreach (var g in rows.GroupBy(r => (r.Set, r.Gesture)))
            Console.WriteLine(FormattableString.Invariant($"| {g.Key.Set} | {g.Key.Gesture} | {g.Count()} | {g.Average(r => r.Strokes):F3} | {g.Average(r => r.ByWeights):F3} | {g.Average(r => r.Weighed):F3} | {g.Average(r => r.Taken):F3} | {g.Average(r => r.Best):F3} | {g.Average(r => r.Most):F3} |"));
    }

    private static Row Judged(string set, string gesture, string scene, WeighedGesture g)
    {
        var places = WeighedPlaces.Of(g.Picture, g.Ground, g.Cuts, g.Tree, CancellationToken.None);
        var weighed = places.Cut(g.Ground, CancellationToken.None);
        var scores = ReadingWeights.Scores(g.Picture, g.Cuts);
        var byWeights = g.Cuts.MaxBy(c => scores[(int)c.Reading])!;
        var taken = GestureReadings.Of(g.Picture, g.Ground, () => g.Tree, CancellationToken.None)[0];
        double Overlap(SuperpixelCut cut) => g.Overlap(cut.IsInside);
        return new Row(set, gesture, scene, Overlap(g.Cuts[0]), Overlap(byWeights), Overlap(weighed), Overlap(taken), g.Cuts.Append(weighed).Max(Overlap), g.Overlap([.. g.Truth.Select(t => t > 0.5f)]));
    }

    private static IEnumerable<(string Set, SubjectScene Scene, BytePixels Photo)> AtRandom(int random)
    {
        for (var s = 0; s < random; s++)
        {
            var (scene, photo) = RandomThings.Of(Unseen + s);
            yield return (s % 4 == 3 ? "fine, at random" : "things, at random", scene, photo);
        }
    }

    private static IEnumerable<(string Set, SubjectScene Scene, BytePixels Photo)> Judging()
    {
        // Photographs are looked at where they were fetched.
        foreach (var use in ((SceneUse[])[SceneUse.Tuned, SceneUse.Aside, SceneUse.Fresh, SceneUse.Latest]).Concat(OpenPhotographs.AreThere ? [SceneUse.Photographs, SceneUse.PhotographsAside, SceneUse.PhotographsLater] : []))
            foreach (var scene in SubjectScenes.All(use)) yield return ($"subjects, {use}", scene, scene.Photo);
        foreach (var (scene, capture, _) in HardScenes.All())
            yield return ("edges", SubjectScene.Of(scene.Name, [], scene.Width, scene.Height, scene.Alpha, isCompact: false), capture.Photo(scene));
    }
}
