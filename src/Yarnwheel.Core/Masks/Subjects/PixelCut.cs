using Yarnwheel.Core.Imaging;

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
        int width = picture.Width, height = picture.Height;
        var inside = new bool[width * height];
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var i = y * width + x;
                inside[i] = markings.Sides[i] switch
                {
                    Markings.Inside => true,
                    Markings.Outside or Markings.Beyond => false,
                    _ => coarse.IsInside[picture.SuperpixelAt(x, y)],
                };
            }
        }, cancel);
        var open = Opened(picture, markings, coarse, inside, cancel);
        var nodes = new int[inside.Length];
        var pixels = new List<int>();
        for (var i = 0; i < open.Length; i++)
        {
            nodes[i] = open[i] ? pixels.Count : -1;
            if (open[i]) pixels.Add(i);
        }
        if (pixels.Count == 0) return inside;
        var flow = new MaximumFlow(pixels.Count, 4 * pixels.Count);
        for (var n = 0; n < pixels.Count; n++)
        {
            int i = pixels[n], x = i % width, y = i / width;
            var lean = Units(coarse.Lean[picture.Fine[i]] + coarse.Nearby[picture.SuperpixelAt(x, y)]);
            int there = Math.Max(0, lean), back = Math.Max(0, -lean);
            for (var v = -1; v <= 1; v++)
            {
                for (var u = -1; u <= 1; u++)
                {
                    if ((u == 0 && v == 0) || x + u < 0 || x + u >= width || y + v < 0 || y + v >= height) continue;
                    var j = i + v * width + u;
                    if (nodes[j] > n || nodes[j] < 0)
                    {
                        var hold = Units(SuperpixelCut.Border * picture.Hold(i, j) * (u == 0 || v == 0 ? 1 : 0.7071));
                        if (nodes[j] > n) flow.Join(n, nodes[j], hold, hold);
                        else if (inside[j]) there += hold;
                        else back += hold;
                    }
                }
            }
            flow.Tie(n, there, back);
        }
        flow.Solve(cancel);
        for (var n = 0; n < pixels.Count; n++) inside[pixels[n]] = flow.IsSource(n);
        return inside;
    }

    private static int Units(double cost) => (int)Math.Round(SuperpixelCut.Units * cost);

    private static bool[] Opened(CutPicture picture, Markings markings, SuperpixelCut coarse, bool[] inside, CancellationToken cancel)
    {
        int width = picture.Width, height = picture.Height;
        var contour = new bool[inside.Length];
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var i = y * width + x;
                contour[i] = (x + 1 < width && inside[i] != inside[i + 1]) || (x > 0 && inside[i] != inside[i - 1])
                    || (y + 1 < height && inside[i] != inside[i + width]) || (y > 0 && inside[i] != inside[i - width]);
            }
        }, cancel);
        var near = DistanceTransform.Of(contour, width, height, Band, cancel);
        var against = Threshold(picture, markings, coarse, inside);
        var open = new bool[inside.Length];
        Rows.Each(height, y =>
        {
            for (var i = y * width; i < (y + 1) * width; i++)
                open[i] = markings.Sides[i] == Markings.Open && (near.Distance(i) <= Band || Speaks(i, against));
        }, cancel);
        return open;

        bool Speaks(int i, float least) => inside[i] ? coarse.Lean[picture.Fine[i]] < -least : coarse.Lean[picture.Fine[i]] > least;
    }

    /// <summary>The clearness above which there are not too many pixels to look at anew.</summary>
    private static float Threshold(CutPicture picture, Markings markings, SuperpixelCut coarse, bool[] inside)
    {
        const int steps = 64;
        var counts = new int[steps + 1];
        for (var i = 0; i < inside.Length; i++)
        {
            if (markings.Sides[i] != Markings.Open) continue;
            var lean = coarse.Lean[picture.Fine[i]];
            var against = inside[i] ? -lean : lean;
            if (against > Against) counts[(int)(against / ColourLean.Most * steps)]++;
        }
        var count = 0;
        for (var step = steps; step > 0; step--)
        {
            count += counts[step];
            if (count > MostAgainst) return (step + 1) * ColourLean.Most / steps;
        }
        return Against;
    }
}
