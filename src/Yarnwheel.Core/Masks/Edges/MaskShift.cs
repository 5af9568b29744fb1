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
        var result = UnsetPlane.Of(mask.Region);
        Into(result, mask.Region, mask, pixels, cancel);
        return result;
    }

    /// <param name="result">Receives it.</param>
    /// <param name="region">What is wanted; within both masks.</param>
    /// <param name="mask">0 … 1.</param>
    /// <param name="pixels">Outwards; − inwards.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Into(Plane<float> result, Region region, Plane<float> mask, double pixels, CancellationToken cancel)
    {
        var around = region.Widen(Halo(pixels)).Intersect(mask.Region);
        // Shrinking, the mask is looked at turned inside out.
        var growing = new Growing(mask, around, isTurned: pixels < 0);
        int width = around.Width, height = around.Height;
        bool[] inside = GC.AllocateUninitializedArray<bool>(width * height), outside = GC.AllocateUninitializedArray<bool>(width * height);
        Rows.Each(height, y =>
        {
            var row = mask.Row(around.Y + y, around);
            for (var (x, at) = (0, y * width); x < row.Length; x++, at++) outside[at] = !(inside[at] = growing.Of(row[x]) >= 0.5f);
        }, cancel);
        // Further off, nothing moves: a soft edge longer than this keeps its tail.
        var within = Math.Abs(pixels) + SoftReach;
        DistanceTransform toInside = DistanceTransform.Of(inside, width, height, within, cancel), toOutside = DistanceTransform.Of(outside, width, height, within, cancel);
        int left = region.X - around.X, top = region.Y - around.Y;
        Rows.Each(region, y =>
        {
            ReadOnlySpan<float> own = mask.Row(y, region);
            var row = result.Row(y, region);
            for (var x = 0; x < row.Length; x++)
            {
                // What is all stays, and what is nothing where nothing is near: most pixels.
                if (own[x] is 0 or 1 && (growing.Of(own[x]) > 0 || !toInside.TryNearest(x + left, y - region.Y + top, out _))) row[x] = own[x];
                else row[x] = growing.Of(Moved(growing, x + left, y - region.Y + top, Math.Abs(pixels), toInside, toOutside));
            }
        }, cancel);
    }

    /// <summary>What a pixel becomes.</summary>
    private static float Moved(in Growing mask, int x, int y, double pixels, DistanceTransform toInside, DistanceTransform toOutside)
    {
        var own = mask[x, y];
        if (own >= 1) return 1;
        var isInside = own >= 0.5f;
        if (!(isInside ? toOutside : toInside).TryNearest(x, y, out var nearest)) return own;
        double dx = x - nearest.X, dy = y - nearest.Y;
        var (distance, within) = (Math.Sqrt(dx * dx + dy * dy), pixels + SoftReach);
        if (distance >= within) return own;
        // Inside: away from the nearest outside pixel. Outside: towards the nearest inside pixel, and through it.
        var eased = pixels * Math.Clamp((within - distance) / (SoftReach / 2), 0, 1);
        var way = isInside ? eased / distance : -eased / distance;
        var moved = mask.Between(x + dx * way, y + dy * way);
        // A thread thinner than the way is not stepped over.
        if (!isInside && distance <= pixels + 1e-6) moved = Math.Max(moved, (float)Math.Min(1, pixels - distance + 0.5) * mask[nearest.X, nearest.Y]);
        return Math.Max(own, moved);
    }

    /// <summary>What grows: a part of a mask, or of what it leaves out.</summary>
    private readonly struct Growing(Plane<float> mask, Region around, bool isTurned)
    {
        private readonly float[] values = mask.Values;
        private readonly int start = mask.Index(around.X, around.Y);
        private readonly int stride = mask.Width;
        private readonly int width = around.Width;
        private readonly int height = around.Height;
        private readonly bool isTurned = isTurned;

        public float this[int x, int y] => Of(values[start + y * stride + x]);

        public float Of(float value) => isTurned ? 1 - value : value;

        public float Between(double x, double y)
        {
            x = Math.Clamp(x, 0, width - 1);
            y = Math.Clamp(y, 0, height - 1);
            int left = (int)x, top = (int)y;
            int right = Math.Min(left + 1, width - 1), bottom = Math.Min(top + 1, height - 1);
            var across = (float)(x - left);
            var down = (float)(y - top);
            var above = this[left, top] + (this[right, top] - this[left, top]) * across;
            var below = this[left, bottom] + (this[right, bottom] - this[left, bottom]) * across;
            return above + (below - above) * down;
        }
    }
}
