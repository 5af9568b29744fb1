using System.Diagnostics;
using OpenCvSharp;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Speed;

/// <summary>A subject on the frame of a 24 MP photo, shown as veil and stitch line, beside OpenCV's grabCut on that frame with the same box.</summary>
internal static class SubjectRows
{
    private static readonly SubjectPart Boxed = new()
    {
        Box = new Box { X0 = 0.44, Y0 = 0.24, X1 = 0.62, Y1 = 0.80 },
        Inside = [[new StrokePoint { X = 0.555, Y = 0.35, Width = 0.01 }, new StrokePoint { X = 0.56, Y = 0.65 }]],
    };

    public static IEnumerable<SpeedRow> Rows(PhotoRenderer renderer)
    {
        var view = Material.Frame(renderer);
        byte[] Frame(PhotoRenderer with, SubjectPart part) => with.Frames.Draw(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }, view, Show.Veil, 0, null, new Overlay { Stitch = true });
        SubjectPart Moved(int i) => Boxed with { Box = Boxed.Box! with { X0 = 0.44 - 0.0005 * i } };
        // The photo is open and in sight, as it is before a hand can draw on it.
        PhotoRenderer Open()
        {
            var own = new PhotoRenderer(renderer.Photo);
            own.Frames.Draw(new Recipe(), view, Show.Result);
            return own;
        }
        var cold = Stopwatches.Median(3, i => Frame(Open(), Moved(i))) - Stopwatches.Median(3, _ => Open());
        var looked = Open();
        looked.Findings.PrepareSubjects();
        var first = Stopwatches.Median(9, i => Frame(looked, Moved(i + 5)));
        var correction = Stopwatches.Median(9, i => Frame(looked, Moved(40) with { Outside = [[new StrokePoint { X = 0.51 + 0.0004 * i, Y = 0.4, Width = 0.008, Turn = 2 }, new StrokePoint { X = 0.512, Y = 0.6 }]] }));
        var cut = GrabCut(renderer, view);
        yield return new("subject, first answer on the frame, the photo not looked at before", $"OpenCV grabCut, 5 rounds: {cut:F0} ms", $"{cold:F0} ms", "a twentieth", 20 * cold / cut);
        yield return new("subject, first answer on the frame, prepared as the page does it", $"OpenCV grabCut, 5 rounds: {cut:F0} ms", $"{first:F0} ms", "a twentieth, and 250 ms", Math.Max(20 * first / cut, first / 250));
        yield return new("subject, a correcting stroke", $"its first answer: {cold:F0} ms", $"{correction:F0} ms", "less than the first", correction / cold);
    }

    private static double GrabCut(PhotoRenderer renderer, View view)
    {
        var pixels = renderer.Frames.Draw(new Recipe { Ground = new Ground { Colour = 100 } }, view, Show.Result);
        var (width, height) = (view.Region.Width, view.Region.Height);
        using var picture = Mat.FromPixelData(height, width, MatType.CV_8UC3, pixels);
        using Mat mask = new(), behind = new(), front = new();
        var box = Boxed.Box!;
        // The frame shows the photo's full width; its box is the same.
        var scale = view.Scale * renderer.Photo.Height;
        var rect = new Rect((int)(box.X0 * width), (int)(box.Y0 * scale), (int)((box.X1 - box.X0) * width), (int)((box.Y1 - box.Y0) * scale)) & new Rect(0, 0, width, height);
        var watch = Stopwatch.StartNew();
        Cv2.GrabCut(picture, mask, rect, behind, front, 5, GrabCutModes.InitWithRect);
        return watch.Elapsed.TotalMilliseconds;
    }
}
