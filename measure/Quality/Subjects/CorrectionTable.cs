using System.Globalization;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>How near an answer comes, and what each correction by rule makes of it.</summary>
internal static class CorrectionTable
{
    private const int Corrections = 5;

    /// <param name="only">Part of the names of the scenes wanted; null for all.</param>
    /// <param name="use">Which scenes.</param>
    public static void Print(string? only, SceneUse use)
    {
        foreach (var (name, gestures) in ReadingTable.Gestures.Take(3).Append(("box, then the two strokes, each after an answer", OneByOne)))
        {
            Console.WriteLine($"\n**{name}, then corrected**\n");
            Console.WriteLine($"| scene | {string.Join(" | ", Enumerable.Range(0, Corrections + 1))} |");
            Console.WriteLine($"|---|{string.Concat(Enumerable.Repeat("---|", Corrections + 1))}");
            var all = new List<double[]>();
            foreach (var scene in SubjectScenes.All(use))
            {
                if (only is not null && !scene.Name.Contains(only, StringComparison.OrdinalIgnoreCase)) continue;
                var renderer = new PhotoRenderer(Pyramid.Build(scene.Photo));
                var gesture = gestures(scene.Gesture);
                all.Add(Overlaps(scene, gesture, SubjectScene.Solve(renderer, gesture), Corrections, part => SubjectScene.Solve(renderer, part)));
                Console.WriteLine($"| {scene.Name} | {string.Join(" | ", all[^1].Select(Figure))} |");
            }
            Console.WriteLine($"| *1 − IoU on average* | {string.Join(" | ", Enumerable.Range(0, Corrections + 1).Select(k => Figure(all.Average(o => 1 - o[k]))))} |");
            Console.WriteLine($"\nWhat one correction lost at most: {Figure(all.Max(Lost))}.");
        }
    }

    private static SubjectPart OneByOne(SubjectPart gesture) => gesture with
    {
        Inside = [.. gesture.Inside.Select(s => s.SetItem(0, s[0] with { Turn = 1 }))],
        Outside = [.. gesture.Outside.Select(s => s.SetItem(0, s[0] with { Turn = 2 }))],
    };

    /// <summary>The overlap (IoU) of an answer with the truth, and after each of some corrections.</summary>
    /// <param name="scene">The truth.</param>
    /// <param name="gesture">That was answered.</param>
    /// <param name="mask">The answer, 0 … 1.</param>
    /// <param name="corrections">How many.</param>
    /// <param name="solve">Answers a gesture.</param>
    public static double[] Overlaps(SubjectScene scene, SubjectPart gesture, float[] mask, int corrections, Func<SubjectPart, float[]> solve)
    {
        var overlaps = new double[corrections + 1];
        overlaps[0] = Overlap.Of(mask, scene.Alpha);
        for (var k = 1; k <= corrections; k++)
        {
            gesture = CorrectingHand.Correct(mask, scene.Alpha, scene.Width, scene.Height, gesture);
            mask = solve(gesture);
            overlaps[k] = Overlap.Of(mask, scene.Alpha);
        }
        return overlaps;
    }

    /// <summary>What a correction made worse at most; 0 or more.</summary>
    public static double Lost(double[] overlaps) => Math.Max(0, Enumerable.Range(1, overlaps.Length - 1).Max(k => overlaps[k - 1] - overlaps[k]));

    private static string Figure(double value) => value.ToString("F3", CultureInfo.InvariantCulture);
}
