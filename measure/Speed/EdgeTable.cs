using OpenCvSharp;
using OpenCvSharp.XImgProc;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Measure.Speed;

/// <summary>The edge stage beside OpenCV's guided filter on the same frame and mask.</summary>
internal static class EdgeTable
{
    public static IEnumerable<SpeedRow> Rows(PhotoRenderer renderer)
    {
        var view = Material.Frame(renderer);
        var (width, height) = (view.Region.Width, view.Region.Height);
        var source = new RenderSource(renderer.Photo, 1 << 30, null);
        AreaPlan Plan(EdgeRefinement edge) => RenderPlan.Compile(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [CopyRecipes.Skein] }, Edge = edge }] }, source).Areas[0];
        var drawing = source.Drawing(view.Scale, view.Region.Area, CancellationToken.None);
        var mask = Plan(new EdgeRefinement()).Mask.At(drawing, view.Region).Cut(view.Region).Values;

        var pixels = renderer.Frames.Draw(new Recipe { Ground = new Ground { Colour = 100 } }, view, Show.Result);
        using var guide = Mat.FromPixelData(height, width, MatType.CV_8UC3, pixels);
        using var grey = guide.CvtColor(ColorConversionCodes.RGB2GRAY);
        using var rough = Mat.FromPixelData(height, width, MatType.CV_32FC1, mask);
        using var into = new Mat();
        var colourGuided = Stopwatches.Median(9, () => CvXImgProc.GuidedFilter(guide, rough, into, 8, 65));
        var greyGuided = Stopwatches.Median(9, () => CvXImgProc.GuidedFilter(grey, rough, into, 8, 65));

        var whole = new EdgeRefinement { Follow = 40, Fringe = 60, Smooth = 20, Grow = -1, Feather = 2, Contrast = 20, Islands = 200, Pinholes = 200 };
        void Draw(EdgeRefinement edge) => RenderedMask.Of(Plan(edge), drawing, view.Region);
        // The view and the folded mask are there, as on the Bench.
        double Time(Func<int, EdgeRefinement> edge) => Stopwatches.Median(9, i => Draw(edge(i + 2)));
        var all = Time(i => whole with { Smooth = 20 + i * 0.01 });
        yield return new("the whole edge stage on the frame: everything on, from the first step", $"OpenCV guided filter, colour guide: {colourGuided:F0} ms; grey guide: {greyGuided:F0} ms", $"{all:F0} ms", "half of the colour-guided one", all / (0.5 * colourGuided));
        var follow = Time(i => new EdgeRefinement { Follow = 40 + i * 0.01, Fringe = 60 });
        yield return new("follow and fringe alone", $"colour guide {colourGuided:F0} ms", $"{follow:F0} ms", "–", null);
        // A hand that drags what lies before the edge: nothing of the edge is known.
        double Reached(bool isHurried) => Stopwatches.Median(7, i => renderer.Frames.Draw(
            new Recipe { Areas = [new Area { Mask = new Mask { Parts = [CopyRecipes.Skein with { Reach = (isHurried ? 6 : 6.5) + i * 0.01 }] }, Edge = new EdgeRefinement { Follow = 40, Fringe = 60 } }] }, view, Show.Result, isHurried: isHurried));
        double hurried = Reached(isHurried: true), exact = Reached(isHurried: false);
        yield return new("reach dragged before follow and fringe: the frame", $"the exact frame {exact:F0} ms", $"{hurried:F0} ms", "–", null);
        // The area's own contrast, in whole frames: what does not change is there.
        double Dragged(EdgeRefinement edge) => Stopwatches.Median(15, i => renderer.Frames.Draw(
            new Recipe { Areas = [new Area { Mask = new Mask { Parts = [CopyRecipes.Skein] }, Edge = edge, Treat = new Treatment { Contrast = 10 + i * 0.1 } }] }, view, Show.Result));
        double without = Dragged(new EdgeRefinement()), with = Dragged(new EdgeRefinement { Follow = 40, Fringe = 60 });
        yield return new("an area's contrast dragged, follow and fringe on: the frame", $"without an edge {without:F1} ms", $"{with:F1} ms: {with / without:F2} ×", "1.3 × the drag without", with / (1.3 * without));
        foreach (var (name, edge) in (List<(string, Func<int, EdgeRefinement>)>)
        [
            ("contrast", i => whole with { Fringe = 0, Contrast = 20 + i * 0.01 }), ("feather", i => whole with { Fringe = 0, Feather = 2 + i * 0.01 }), ("grow", i => whole with { Fringe = 0, Grow = -1 - i * 0.01 }),
        ])
        {
            var dragged = Time(edge);
            yield return new($"{name} dragged behind follow", $"colour guide {colourGuided:F0} ms", $"{dragged:F1} ms", "a tenth of it", dragged / (0.1 * colourGuided));
        }
    }
}
