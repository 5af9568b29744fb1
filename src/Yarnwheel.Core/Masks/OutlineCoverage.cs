using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks;

/// <summary>How much of each pixel lies inside a closed polygon, exactly.</summary>
/// <remarks>Signed areas are gathered edge by edge and summed along the rows, as font rasterisers do; they are kept as whole numbers,
/// so that a row's sum is the same wherever its tile begins. Places wound round more than once count as inside (non-zero rule);
/// pixels that several stretches of the outline go through, where areas of opposite sign could cancel, are measured once more (<see cref="OutlineCrossings"/>).</remarks>
internal static class OutlineCoverage
{
    private const double Unit = 1 << 24;

    /// <param name="polygon">Corners, in pixels at the view's scale.</param>
    /// <param name="region">Where it is drawn.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>0 … 1 for each pixel of the region.</returns>
    public static Plane<float> Draw(IReadOnlyList<(double X, double Y)> polygon, Region region, CancellationToken cancel = default)
    {
        // One column more for what lies right of the region.
        var width = region.Width + 1;
        var gathered = new long[width * region.Height];
        var crossings = new OutlineCrossings(polygon);
        for (var i = 0; i < polygon.Count; i++)
        {
            cancel.ThrowIfCancellationRequested();
            Edge(polygon[i], polygon[(i + 1) % polygon.Count], region, gathered, width, crossings.At(i));
        }
        var mask = new Plane<float>(region);
        for (var y = 0; y < region.Height; y++)
        {
            long sum = 0;
            for (var x = 0; x < region.Width; x++)
            {
                sum += gathered[y * width + x];
                mask.Values[y * region.Width + x] = (float)Math.Min(1, Math.Abs(sum / Unit));
            }
        }
        crossings.Measure(mask);
        return mask;
    }

    private static void Edge((double X, double Y) from, (double X, double Y) to, Region region, long[] gathered, int width, OutlineCrossings crossings)
    {
        if (from.Y == to.Y) return;
        var sign = from.Y < to.Y ? 1 : -1;
        var (top, bottom) = from.Y < to.Y ? (from, to) : (to, from);
        var slope = (bottom.X - top.X) / (bottom.Y - top.Y);
        var first = Math.Max(region.Y, (int)Math.Floor(top.Y));
        var last = Math.Min(region.Bottom - 1, (int)Math.Ceiling(bottom.Y) - 1);
        for (var y = first; y <= last; y++)
        {
            var y0 = Math.Max(top.Y, y);
            var y1 = Math.Min(bottom.Y, y + 1);
            if (y1 <= y0) continue;
            Piece(top.X + (y0 - top.Y) * slope, top.X + (y1 - top.Y) * slope, sign * (y1 - y0), region, gathered.AsSpan((y - region.Y) * width, width), y, crossings);
        }
    }

    /// <summary>One edge's way through one row: from x0 to x1, covering a signed height.</summary>
    private static void Piece(double x0, double x1, double height, Region region, Span<long> row, int y, OutlineCrossings crossings)
    {
        var (left, right) = x0 < x1 ? (x0, x1) : (x1, x0);
        // Of the height, what is covered up to a column's left side. A column gets the difference of two of these, so that what lies left of
        // the region is known at once, and exactly as if it had been walked through.
        long UpTo(double x) => x <= left ? 0 : right <= x ? (long)Math.Round(height * Unit) : (long)Math.Round(height * (x - left) / (right - left) * Unit);
        var first = (int)Math.Clamp(Math.Floor(left), region.X, region.Right);
        var last = (int)Math.Min(Math.Floor(right), region.Right - 1);
        Put(row, first - region.X, UpTo(first));
        for (var column = first; column <= last; column++)
        {
            double from = Math.Max(left, column), to = Math.Min(right, column + 1);
            crossings.Touch(column, y);
            var whole = UpTo(column + 1) - UpTo(column);
            // Within its own column the edge covers what lies right of it; all columns after are covered whole.
            var share = right > left ? Math.Max(0, to - from) / (right - left) : 1;
            var own = (long)Math.Round(height * share * (column + 1 - (from + to) / 2) * Unit);
            Put(row, column - region.X, own);
            Put(row, column + 1 - region.X, whole - own);
        }
    }

    private static void Put(Span<long> row, int column, long area)
    {
        if (column < row.Length) row[Math.Max(column, 0)] += area;
    }
}
