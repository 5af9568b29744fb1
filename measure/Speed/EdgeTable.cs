using OpenCvSharp;
using OpenCvSharp.XImgProc;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Measure.Speed;

/// <summary>The edge stage beside OpenCV's guided filter on the same frame and mask.</summary>
internal static class EdgeTable
{
    public static IEnumerable<SpeedRow> Rows(PhotoRenderer renderer)
    {
        var view = Material.Frame(renderer);
        var (width, height) = (view.Region.Width, view.Region.Height);
        var source = new RenderSource(renderer.Photo, new PieceCache(1 << 28), null);
        var planes = ViewPlanes.Draw(renderer.Photo, view, LightPlan.None, CancellationToken.None);
        // The skein of the demo take: a contour about as long as those that photographers refine.
        var part = new ColourPart { Picks = [new ShadePick { X0 = 0.538, Y0 = 0.3, X1 = 0.58, Y1 = 0.4 }, new ShadePick { X0 = 0.54, Y0 = 0.55, X1 = 0.58, Y1 = 0.68 }], Reach = 3, Fade = 2.5, Lightness = 15 };
        AreaPlan Plan(EdgeRefinement edge) => RenderPlan.Compile(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] }, Edge = edge }] }, source).Areas[0];
        // Kept pieces as on the Bench: while an edge is dragged the view and the folded mask are there.
        var scene = new MaskScene(planes, LightPlan.None, source, new PieceCache(1 << 30), CancellationToken.None);
        var mask = AreaMasks.Draw(Plan(new EdgeRefinement()), scene).Mask;

        var pixels = renderer.Frame(new Recipe { Ground = new Ground { Colour = 100 } }, view, Show.Result);
        using var guide = Mat.FromPixelData(height, width, MatType.CV_8UC3, pixels);
        using var grey = guide.CvtColor(ColorConversionCodes.RGB2GRAY);
        using var rough = Mat.FromPixelData(height, width, MatType.CV_32FC1, mask);
        using var into = new Mat();
        var colourGuided = Stopwatches.Median(9, () => CvXImgProc.GuidedFilter(guide, rough, into, 8, 65));
        var greyGuided = Stopwatches.Median(9, () => CvXImgProc.GuidedFilter(grey, rough, into, 8, 65));

        var whole = new EdgeRefinement { Follow = 40, Fringe = 60, Smooth = 20, Grow = -1, Feather = 2, Islands = 200, Pinholes = 200 };
        double Time(EdgeRefinement edge) => Stopwatches.Median(9, i => AreaMasks.Draw(Plan(edge with { Contrast = 20 + (i + 2) * 0.01 }), scene));
        var all = Time(whole);
        yield return new("the whole edge stage on the frame: everything on", $"OpenCV guided filter, colour guide: {colourGuided:F0} ms; grey guide: {greyGuided:F0} ms", $"{all:F0} ms", "half of the colour-guided one", all / (0.5 * colourGuided));
        var follow = Time(new EdgeRefinement { Follow = 40, Fringe = 60 });
        yield return new("follow and fringe alone", $"colour guide {colourGuided:F0} ms", $"{follow:F0} ms", "–", null);
    }
}
