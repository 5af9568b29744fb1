using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Where a mask is neither nothing nor all over.</summary>
internal static class MaskBounds
{
    /// <summary>The least region that holds every soft pixel and every contour, and a halo about them.</summary>
    /// <param name="mask">0 … 1.</param>
    /// <param name="region">Where it is looked at; within the mask's own.</param>
    /// <param name="halo">Pixels.</param>
    public static Region Of(Plane<float> mask, Region region, int halo)
    {
        int width = region.Width, height = region.Height;
        var (lefts, rights) = (new int[height], new int[height]);
        Rows.Each(height, y =>
        {
            var row = mask.Row(region.Y + y, region);
            var next = y + 1 < height ? mask.Row(region.Y + y + 1, region) : row;
            // All one with the row below, and itself all nothing or all full, is the common case.
            var first = row[0];
            if (first is 0 or 1 && row.IndexOfAnyExcept(first) < 0 && next.IndexOfAnyExcept(first) < 0)
            {
                lefts[y] = int.MaxValue;
                rights[y] = -1;
                return;
            }
            int left = 0, right = width - 1;
            while (left < width && IsStill(row, next, left)) left++;
            while (right >= left && IsStill(row, next, right)) right--;
            (lefts[y], rights[y]) = left > right ? (int.MaxValue, -1) : (left, right);
        });
        var top = Array.FindIndex(rights, r => r >= 0);
        if (top < 0) return default;
        var bottom = Array.FindLastIndex(rights, r => r >= 0);
        int least = lefts.Min(), most = rights.Max();
        return new Region(region.X + least - halo, region.Y + top - halo, most - least + 1 + 2 * halo, bottom - top + 2 + 2 * halo).Intersect(region);
    }

    private static bool IsStill(ReadOnlySpan<float> row, ReadOnlySpan<float> next, int x) =>
        row[x] is 0 or 1 && row[x] == next[x] && (x == 0 || row[x] == row[x - 1]) && (x + 1 == row.Length || row[x] == row[x + 1]);
}
