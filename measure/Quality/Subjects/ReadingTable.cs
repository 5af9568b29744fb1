using System.Globalization;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>How near each reading of a gesture comes to the truth, which one is taken by itself, and what the best would give.</summary>
internal static class ReadingTable
{
    private static readonly SubjectReading[] Readings = Enum.GetValues<SubjectReading>();

    public static void Print(string? only, SceneUse use)
    {
        foreach (var (name, gestures) in Gestures)
        {
            Console.WriteLine($"\n**{name}**\n");
            Console.WriteLine($"| scene | taken | {string.Join(" | ", Readings.Select(r => r.ToString().ToLowerInvariant()))} | best |");
            Console.WriteLine($"|---|---|{string.Concat(Readings.Select(_ => "---|"))}---|");
            var (taken, best) = (new List<double>(), new List<double>());
            var each = Readings.Select(_ => new List<double>()).ToArray();
            foreach (var scene in SubjectScenes.All(use))
            {
                if (only is not null && !scene.Name.Contains(only, StringComparison.OrdinalIgnoreCase)) continue;
                var renderer = new PhotoRenderer(Pyramid.Build(scene.Photo));
                double Overlap(SubjectReading? reading) => DemoScenes.Truth.Overlap.Of(SubjectScene.Solve(renderer, gestures(scene.Gesture) with { Reading = reading }), scene.Alpha);
                var all = Readings.Select(r => Overlap(r)).ToArray();
                taken.Add(Overlap(null));
                best.Add(all.Max());
                foreach (var (value, k) in all.Select((v, k) => (v, k))) each[k].Add(value);
                Console.WriteLine($"| {scene.Name} | {Figure(taken[^1])} | {string.Join(" | ", all.Select(Figure))} | {Figure(best[^1])} |");
            }
            Console.WriteLine($"| *on average* | {Figure(taken.Average())} | {string.Join(" | ", each.Select(e => Figure(e.Average())))} | {Figure(best.Average())} |");
        }
    }

    /// <summary>Gestures by rule.</summary>
    public static readonly (string Name, Func<SubjectPart, SubjectPart> Of)[] Gestures =
    [
        ("box and two strokes", g => g),
        ("box and a stroke inside", g => g with { Outside = [] }),
        ("box", g => g with { Inside = [], Outside = [] }),
        ("two strokes", g => g with { Box = null }),
        ("one stroke", g => g with { Box = null, Outside = [] }),
        ("one click", g => g with { Box = null, Outside = [], Inside = g.Inside.IsEmpty ? [] : [[g.Inside[0][0]]] }),
    ];

    /// <summary>So many of them, the first, are corrected.</summary>
    public const int Corrected = 4;

    public static string Figure(double value) => value.ToString("F3", CultureInfo.InvariantCulture);
}
