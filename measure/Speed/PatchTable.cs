using OpenCvSharp;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Patches;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Measure.Speed;

/// <summary>The patch: its reach map, and a drag through it, beside OpenCV's flood fill of the whole picture; and how far a picked shade reaches.</summary>
internal static class PatchTable
{
    public static IEnumerable<SpeedRow> Rows(PhotoRenderer renderer)
    {
        var view = Material.Frame(renderer);
        var source = new RenderSource(renderer.Photo, 1 << 28, null);
        AreaPlan Patch(double reach) => RenderPlan.Compile(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [new PatchPart { Seeds = [new PatchSeed { X = 0.47, Y = 0.45, Reach = reach }] }] } }] }, source).Areas[0];
        var drawing = source.Drawing(view.Scale, view.Region.Area, CancellationToken.None);
        var drag = Stopwatches.Median(41, i => Patch(20 + (i + 2) * 0.3).Mask.At(drawing, view.Region));

        var pixels = renderer.Frames.Draw(new Recipe { Ground = new Ground { Colour = 100 } }, view, Show.Result);
        var (map, flood) = Both(pixels, view.Region.Width, view.Region.Height, 9);
        yield return new("patch dragged: the mask of the frame", $"OpenCV flood fill, one value: {flood:F1} ms", $"{drag:F1} ms", "1 ms", drag);
        yield return new("patch pressed: the reach map of the frame", $"OpenCV flood fill of the frame: {flood:F1} ms", $"{map:F1} ms", "5 × the flood fill", map / (5 * flood));
        // Elsewhere each time: what was read before must not serve it.
        var fitted = Stopwatches.Median(9, i => renderer.Reaches.Of(new Light(), new ColourPart { Picks = [new ShadePick { X = 0.47 + (i + 2) * 0.001, Y = 0.45 }] }));
        yield return new("a shade picked: its reach fitted to the photo", "–", $"{fitted:F0} ms", "50 ms", fitted / 50);
        var level = renderer.Photo.Full;
        var full = FullBytes(renderer);
        var (fullMap, fullFlood) = Both(full, level.Width, level.Height, 3);
        yield return new("the reach map of 24 MP", $"OpenCV flood fill of it: {fullFlood:F0} ms", $"{fullMap:F0} ms", "5 × the flood fill", fullMap / (5 * fullFlood));
    }

    private static byte[] FullBytes(PhotoRenderer renderer) => renderer.Frames.Draw(new Recipe { Ground = new Ground { Colour = 100 } }, View.Whole(renderer.Photo), Show.Original);

    private static (double Map, double Flood) Both(byte[] rgb, int width, int height, int runs)
    {
        int x = width * 47 / 100, y = height * 45 / 100;
        var map = Stopwatches.Median(runs, () => ReachMap.Of(rgb, width, height, x, y));
        using var image = Mat.FromPixelData(height, width, MatType.CV_8UC3, rgb);
        var range = Scalar.All(255);
        var flood = Stopwatches.Median(runs, () =>
        {
            using var mask = new Mat(height + 2, width + 2, MatType.CV_8UC1, Scalar.Black);
            Cv2.FloodFill(image, mask, new Point(x, y), Scalar.White, out _, range, range, FloodFillFlags.Link4 | FloodFillFlags.FixedRange | FloodFillFlags.MaskOnly | (FloodFillFlags)(255 << 8));
        });
        return (map, flood);
    }
}
