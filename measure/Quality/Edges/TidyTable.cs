using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Quality.Edges;

/// <summary>The settings that tidying proposes against the best that a search finds, on the hard scenes.</summary>
internal static class TidyTable
{
    private static readonly double[] Follows = [0, 20, 40, 60, 80, 100];

    public static void Print(SceneUse use)
    {
        Console.WriteLine("| scene | rough mask | SAD rough | proposed | best found | proposed / best |");
        Console.WriteLine("|---|---|---|---|---|---|");
        var ratios = new List<double>();
        foreach (var (scene, capture, _) in HardScenes.All().Where(s => s.Use == use))
        {
            var photo = capture.Photo(scene);
            bool[] everywhere = [.. scene.Alpha.Select(_ => true)];
            foreach (var (name, mask) in RoughSources.Of(scene, photo))
            {
                var recipe = new Recipe { Areas = [new Area { Mask = new Mask { Parts = [OnePicture.Part] } }] };
                var proposed = new PhotoRenderer(Pyramid.Build(photo), pictures: new OnePicture(mask)).Findings.TidyEdge(recipe, 0) ?? new EdgeRefinement();
                double Sad(EdgeRefinement edge) => EdgeGrades.Engine(scene, photo, mask, edge, everywhere).Sad;
                var tidied = Sad(proposed);
                var best = Follows.SelectMany(f => ((EdgeRefinement[])[new() { Follow = f }, proposed with { Follow = f, Fringe = 0 }]).Select(Sad)).Append(tidied).Min();
                ratios.Add(tidied / best);
                Console.WriteLine(FormattableString.Invariant($"| {scene.Name} | {name} | {Sad(new EdgeRefinement()):F2} | {tidied:F2} | {best:F2} | {tidied / best:F2} |"));
            }
        }
        Console.WriteLine(FormattableString.Invariant($"Proposed over best: {ratios.Average():F2} on average, {ratios.Max():F2} at most (goal 1.10 on average)."));
    }
}
