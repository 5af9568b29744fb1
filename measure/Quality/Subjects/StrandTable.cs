using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.DemoScenes.Truth;
using Yarnwheel.Measure.Quality.Edges;
using Yarnwheel.Measure.Quality.Edges.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>One stroke by rule and no box: where it is read as running along a thin thing, how near that and the reading that would be taken else come to the truth.</summary>
internal static class StrandTable
{
    /// <param name="seeds">Scenes made at random, from the 300th on.</param>
    public static void Print(int seeds)
    {
        Console.WriteLine("| scene | strand | else |\n|---|---|---|");
        var all = new List<(double Strand, double Else)>();
        foreach (var scene in new[] { SceneUse.Tuned, SceneUse.Aside, SceneUse.Fresh, SceneUse.Latest }.SelectMany(SubjectScenes.All)) Row(scene.Name, scene.Photo, scene.Alpha);
        foreach (var (scene, capture, _) in HardScenes.All()) Row(scene.Name, capture.Photo(scene), scene.Alpha);
        for (var seed = 300; seed < 300 + seeds; seed++)
        {
            var (scene, capture, _) = RandomScenes.Of(seed);
            if (scene.Alpha.Any(a => a > 0.99f)) Row($"at random, {seed}", capture.Photo(scene), scene.Alpha);
        }
        if (all.Count > 0) Console.WriteLine($"| *on average, {all.Count}* | {ReadingTable.Figure(all.Average(o => o.Strand))} | {ReadingTable.Figure(all.Average(o => o.Else))} |");

        void Row(string name, BytePixels photo, float[] alpha)
        {
            var part = RoughGesture.For(alpha, photo.Width, photo.Height) with { Box = null, Outside = [] };
            if (part.Inside.IsEmpty) return;
            var renderer = new PhotoRenderer(Pyramid.Build(photo));
            var readings = renderer.Findings.SubjectReadings(part);
            if (readings.Count < 2 || readings[0] != SubjectReading.Strand) return;
            double Of(SubjectReading reading) => Overlap.Of(SubjectScene.Solve(renderer, part with { Reading = reading }), alpha);
            all.Add((Of(readings[0]), Of(readings[1])));
            Console.WriteLine($"| {name} | {ReadingTable.Figure(all[^1].Strand)} | {ReadingTable.Figure(all[^1].Else)} |");
        }
    }
}
