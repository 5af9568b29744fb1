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
            int left = StillFrom(row, next), right = width - 1 - StillTo(row, next);
            (lefts[y], rights[y]) = left > right ? (int.MaxValue, -1) : (left, right);
        });
        var top = Array.FindIndex(rights, r => r >= 0);
        if (top < 0) return default;
        var bottom = Array.FindLastIndex(rights, r => r >= 0);
        int least = lefts.Min(), most = rights.Max();
        return new Region(region.X + least - halo, region.Y + top - halo, most - least + 1 + 2 * halo, bottom - top + 2 + 2 * halo).Intersect(region);
    }

    /// <summary>How many pixels from the left are nothing, or all, as their neighbours are.</summary>
    private static int StillFrom(ReadOnlySpan<float> row, ReadOnlySpan<float> next)
    {
        if (row[0] is not (0 or 1)) return 0;
        int own = row.IndexOfAnyExcept(row[0]), below = next.IndexOfAnyExcept(row[0]);
        return Math.Min(own < 0 ? row.Length : own - 1, below < 0 ? row.Length : below);
    }

    /// <summary>The same from the right.</summary>
    private static int StillTo(ReadOnlySpan<float> row, ReadOnlySpan<float> next)
    {
        if (row[^1] is not (0 or 1)) return 0;
        int own = row.LastIndexOfAnyExcept(row[^1]), below = next.LastIndexOfAnyExcept(row[^1]);
        return row.Length - 1 - Math.Max(own < 0 ? -1 : own + 1, below);
    }
}
