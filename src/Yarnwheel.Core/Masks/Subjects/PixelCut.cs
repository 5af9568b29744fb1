using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>The same cut for single pixels, where the superpixels leave it open: about their contour, and where a pixel's colour speaks against its superpixel.</summary>
/// <remarks>Narrow band: H. Lombaert et al., "A Multilevel Banded Graph Cuts Method for Fast Image Segmentation", ICCV 2005.</remarks>
internal static class PixelCut
{
    /// <summary>How far from the contour pixels are open, pixels.</summary>
    private const int Band = 5;

    /// <summary>A colour that speaks so clearly against its superpixel is looked at anew.</summary>
    private const float Against = 1.5f;

    /// <summary>Most pixels looked at anew because of their colours.</summary>
    private const int MostAgainst = 150_000;

    /// <returns>Of each pixel, whether it is inside.</returns>
    public static bool[] Of(CutPicture picture, Markings markings, SuperpixelCut coarse, CancellationToken cancel)
    {
        var (width, box) = (picture.Width, markings.Box);
        var inside = new bool[width * picture.Height];
        Rows.Each(box.Height, row =>
        {
            var y = box.Y + row;
            for (var x = box.X; x < box.Right; x++)
            {
                var i = y * width + x;
                inside[i] = markings.Sides[i] == Markings.Open ? coarse.IsInside[picture.SuperpixelAt(x, y)] : markings.Sides[i] == Markings.Inside;
            }
        }, cancel);
        var pixels = Opened(picture, markings, coarse, inside);
        cancel.ThrowIfCancellationRequested();
        // One more on each side, so that neighbours need no check.
        var numbers = new int[(box.Width + 2) * (box.Height + 2)];
        int Number(int x, int y) => (y - box.Y + 1) * (box.Width + 2) + x - box.X + 1;
        for (var n = 0; n < pixels.Count; n++) numbers[Number(pixels[n] % width, pixels[n] / width)] = n + 1;
        var flow = new MaximumFlow(pixels.Count, 4 * pixels.Count);
        for (var n = 0; n < pixels.Count; n++)
        {
            int i = pixels[n], x = i % width, y = i / width;
            var logOdds = Units(coarse.LogOdds[picture.Fine[i]] + coarse.Nearby[picture.SuperpixelAt(x, y)]);
            int there = Math.Max(0, logOdds), back = Math.Max(0, -logOdds);
            for (var v = Math.Max(0, y - 1); v <= Math.Min(picture.Height - 1, y + 1); v++)
            {
                for (var u = Math.Max(0, x - 1); u <= Math.Min(width - 1, x + 1); u++)
                {
                    var other = numbers[Number(u, v)] - 1;
                    // A pair of two open pixels is joined once.
                    if (other >= 0 && other <= n) continue;
                    var j = v * width + u;
                    var affinity = Units(GestureGround.Border * picture.Affinity(i, j) * (u == x || v == y ? 1 : 0.7071));
                    if (other > n) flow.Join(n, other, affinity, affinity);
                    else if (inside[j]) there += affinity;
                    else back += affinity;
                }
            }
            flow.Tie(n, there, back);
        }
        flow.Solve(cancel);
        for (var n = 0; n < pixels.Count; n++) inside[pixels[n]] = flow.IsSource(n);
        return inside;
    }

    private static int Units(double cost) => (int)Math.Round(GestureGround.Units * cost);

    /// <summary>The open pixels, in their order.</summary>
    private static List<int> Opened(CutPicture picture, Markings markings, SuperpixelCut coarse, bool[] inside)
    {
        var (width, height, box) = (picture.Width, picture.Height, markings.Box);
        var open = new bool[box.Width * box.Height];
        (int X, int Y)[] disc = [.. from v in Enumerable.Range(-Band, 2 * Band + 1) from u in Enumerable.Range(-Band, 2 * Band + 1) where u * u + v * v <= Band * Band select (u, v)];
        // What was closed stays closed.
        var isWhole = coarse.Reading == Recipes.SubjectReading.Whole;
        var against = Threshold(picture, markings, coarse, inside);
        var near = markings.IsBoxed ? null : Near(picture, coarse);
        for (var y = box.Y; y < box.Bottom; y++)
        {
            for (var x = box.X; x < box.Right; x++)
            {
                var i = y * width + x;
                var own = inside[i];
                var logOdds = coarse.LogOdds[picture.Fine[i]];
                if (own ? logOdds < -against && !isWhole : logOdds > against && near?[picture.SuperpixelAt(x, y)] != false) open[(y - box.Y) * box.Width + x - box.X] = true;
                if ((x + 1 >= width || own == inside[i + 1]) && (x == 0 || own == inside[i - 1]) && (y + 1 >= height || own == inside[i + width]) && (y == 0 || own == inside[i - width])) continue;
                foreach (var (u, v) in disc)
                {
                    int column = x + u - box.X, row = y + v - box.Y;
                    if (column >= 0 && row >= 0 && column < box.Width && row < box.Height) open[row * box.Width + column] = true;
                }
            }
        }
        var pixels = new List<int>();
        for (var y = box.Y; y < box.Bottom; y++)
            for (var x = box.X; x < box.Right; x++)
                if (open[(y - box.Y) * box.Width + x - box.X] && markings.Sides[y * width + x] == Markings.Open) pixels.Add(y * width + x);
        return pixels;
    }

    /// <summary>The superpixels inside, and those beside them: without a box a like colour farther off is nothing of the subject.</summary>
    private static bool[] Near(CutPicture picture, SuperpixelCut coarse) => [.. coarse.IsInside.Select((inside, k) => inside || picture.Neighbours[k].Any(n => coarse.IsInside[n]))];

    /// <summary>The clearness above which there are not too many pixels to look at anew.</summary>
    private static float Threshold(CutPicture picture, Markings markings, SuperpixelCut coarse, bool[] inside)
    {
        const int steps = 64;
        var counts = new int[steps + 1];
        var box = markings.Box;
        for (var y = box.Y; y < box.Bottom; y++)
        {
            for (var i = y * picture.Width + box.X; i < y * picture.Width + box.Right; i++)
            {
                if (markings.Sides[i] != Markings.Open) continue;
                var logOdds = coarse.LogOdds[picture.Fine[i]];
                var against = inside[i] ? -logOdds : logOdds;
                if (against > Against) counts[(int)(against / ColourLogOdds.Most * steps)]++;
            }
        }
        var count = 0;
        for (var step = steps; step > 0; step--)
        {
            count += counts[step];
            if (count > MostAgainst) return (step + 1) * ColourLogOdds.Most / steps;
        }
        return Against;
    }
}
