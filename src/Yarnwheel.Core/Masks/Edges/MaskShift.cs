using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Moves a mask's contour outwards or inwards; the softness of its edge goes with it.</summary>
/// <remarks>Each pixel takes the value that the mask has nearer to, or deeper inside, what is masked, along the way to the nearest pixel of it
/// (exact Euclidean distance). Shrinking grows what is not masked.</remarks>
internal static class MaskShift
{
    /// <summary>How much further than it moves the contour it reaches into a soft edge; the second half of that way it eases off.</summary>
    private const double SoftReach = 16;

    /// <summary>How far it looks, pixels.</summary>
    public static int Halo(double pixels) => pixels == 0 ? 0 : (int)Math.Ceiling(Math.Abs(pixels) + SoftReach) + 2;

    /// <param name="mask">0 … 1.</param>
    /// <param name="pixels">Outwards; − inwards.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Plane<float> By(Plane<float> mask, double pixels, CancellationToken cancel)
    {
        if (pixels > 0) return new Plane<float>(mask.Region, Grow(mask.Values, mask.Width, mask.Height, pixels, cancel));
        var turned = mask.Copy();
        MaskFold.Invert(turned.All);
        var shrunk = new Plane<float>(mask.Region, Grow(turned.Values, mask.Width, mask.Height, -pixels, cancel));
        MaskFold.Invert(shrunk.All);
        return shrunk;
    }

    private static float[] Grow(float[] mask, int width, int height, double pixels, CancellationToken cancel)
    {
        var inside = new bool[width * height];
        var outside = new bool[width * height];
        Spans.Each(inside.Length, (from, to) =>
        {
            for (var i = from; i < to; i++) outside[i] = !(inside[i] = mask[i] >= 0.5f);
        });
        // Further off, nothing moves: a soft edge longer than this keeps its tail.
        var within = pixels + SoftReach;
        DistanceTransform toInside = DistanceTransform.Of(inside, width, height, within, cancel), toOutside = DistanceTransform.Of(outside, width, height, within, cancel);
        var result = new float[width * height];
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var at = y * width + x;
                if (mask[at] >= 1)
                {
                    result[at] = 1;
                    continue;
                }
                var isInside = mask[at] >= 0.5f;
                var distance = double.PositiveInfinity;
                double dx = 0, dy = 0;
                if ((isInside ? toOutside : toInside).TryNearest(x, y, out var nearest))
                {
                    (dx, dy) = (x - nearest.X, y - nearest.Y);
                    distance = Math.Sqrt(dx * dx + dy * dy);
                }
                if (distance >= within)
                {
                    result[at] = mask[at];
                    continue;
                }
                // Inside: away from the nearest outside pixel. Outside: towards the nearest inside pixel, and through it.
                var eased = pixels * Math.Clamp((within - distance) / (SoftReach / 2), 0, 1);
                var way = isInside ? eased / distance : -eased / distance;
                var moved = Sample(mask, width, height, x + dx * way, y + dy * way);
                // A thread thinner than the way is not stepped over.
                if (!isInside && distance <= pixels + 1e-6) moved = Math.Max(moved, (float)Math.Min(1, pixels - distance + 0.5) * mask[nearest.Y * width + nearest.X]);
                result[at] = Math.Max(mask[at], moved);
            }
        }, cancel);
        return result;
    }

    private static float Sample(float[] mask, int width, int height, double x, double y)
    {
        x = Math.Clamp(x, 0, width - 1);
        y = Math.Clamp(y, 0, height - 1);
        int left = (int)x, top = (int)y;
        int right = Math.Min(left + 1, width - 1), bottom = Math.Min(top + 1, height - 1);
        var across = (float)(x - left);
        var down = (float)(y - top);
        var above = mask[top * width + left] + (mask[top * width + right] - mask[top * width + left]) * across;
        var below = mask[bottom * width + left] + (mask[bottom * width + right] - mask[bottom * width + left]) * across;
        return above + (below - above) * down;
    }
}
