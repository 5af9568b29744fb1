using System.Globalization;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Measure.Quality.Subjects.Learning;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>Searches for what tells the better reading of a gesture from the others: every combination of some weights, judged on the scenes that were tuned on; each scene also by the weights that are best without it.</summary>
internal static class ReadingFit
{
    private static readonly float[][] Steps = [[1], [-1, -2, -4], [-0.5f, -1], [0, -0.5f, -1], [-0.3f, -0.6f], [0, 0.5f, 1], [0, 0.1f, 0.3f], [-1], [0, 0.03f], [0, 0.17f]];
    private static readonly float[] Margins = [0.01f, 0.02f, 0.03f, 0.04f];

    private sealed record Case(string Scene, string Gesture, float[][] Figures, double[] Overlaps)
    {
        public double Taken(float[] weights, float margin) => Overlaps[Enumerable.Range(0, Figures.Length).MaxBy(k => k == 0 ? margin : Figures[k].Select((f, i) => f * weights[i]).Sum())];
    }

    public static void Print()
    {
        var cases = SubjectScenes.All(SceneUse.Tuned).SelectMany(Cases).ToArray();
        var settings = (from w in Steps.Aggregate<float[], IEnumerable<float[]>>([[]], (all, step) => all.SelectMany(_ => step, (a, s) => (float[])[.. a, s])) from m in Margins select (Weights: w, Margin: m)).ToArray();
        var taken = settings.Select(s => cases.Select(c => c.Taken(s.Weights, s.Margin)).ToArray()).ToArray();
        var best = Enumerable.Range(0, settings.Length).MaxBy(s => taken[s].Average());
        var scenes = cases.Select(c => c.Scene).Distinct().ToDictionary(s => s, scene => Enumerable.Range(0, settings.Length).MaxBy(s => taken[s].Where((_, k) => cases[k].Scene != scene).Average()));
        Console.WriteLine($"Best: weights {string.Join(" ", settings[best].Weights.Select(w => Figure(w)))}, margin {Figure(settings[best].Margin)}; in use: {string.Join(" ", ReadingWeights.Weights.Select(w => Figure(w)))}, {Figure(ReadingWeights.Margin)}.\n");
        Report("Tuned on", cases, c => (settings[best].Weights, settings[best].Margin));
        Report("Each scene by the weights that are best without it", cases, c => (settings[scenes[c.Scene]].Weights, settings[scenes[c.Scene]].Margin));
        Report("Tuned on, weights in use", cases, _ => ([.. ReadingWeights.Weights], ReadingWeights.Margin));
        foreach (var (name, use) in (ReadOnlySpan<(string, SceneUse)>)[("Put aside", SceneUse.Aside), ("Made afterwards", SceneUse.Fresh), ("Made last", SceneUse.Latest)])
            Report($"{name}, weights in use", [.. SubjectScenes.All(use).SelectMany(Cases)], _ => ([.. ReadingWeights.Weights], ReadingWeights.Margin));
    }

    private static IEnumerable<Case> Cases(SubjectScene scene)
    {
        foreach (var (name, gesture) in WeighedGesture.All(scene.Photo, scene.Alpha, scene.Gesture, isBoxed: true))
        {
            double Overlap(SuperpixelCut cut) => DemoScenes.Truth.Overlap.Of([.. PixelCut.Of(gesture.Picture, gesture.Markings, cut, CancellationToken.None).Select(i => i ? 1f : 0)], scene.Alpha);
            yield return new Case(scene.Name, name, ReadingWeights.Figures(gesture.Picture, gesture.Cuts), [.. gesture.Cuts.Select(Overlap)]);
        }
    }

    private static void Report(string name, Case[] cases, Func<Case, (float[] Weights, float Margin)> setting)
    {
        Console.WriteLine($"{name}:\n\n| gesture | strokes alone | taken | the best of all readings | worse than the strokes by at most |\n|---|---|---|---|---|");
        foreach (var gesture in cases.GroupBy(c => c.Gesture))
        {
            double Taken(Case c) => c.Taken(setting(c).Weights, setting(c).Margin);
            Console.WriteLine($"| {gesture.Key} | {Figure(gesture.Average(c => c.Overlaps[0]))} | {Figure(gesture.Average(Taken))} | {Figure(gesture.Average(c => c.Overlaps.Max()))} | {Figure(gesture.Max(c => c.Overlaps[0] - Taken(c)))} |");
        }
        Console.WriteLine();
    }

    private static string Figure(double value) => value.ToString("0.####", CultureInfo.InvariantCulture);
}
