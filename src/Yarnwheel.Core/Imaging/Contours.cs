namespace Yarnwheel.Core.Imaging;

/// <summary>The pixels on either side of a mask's contour.</summary>
internal static class Contours
{
    /// <summary>Marks those that have a neighbour, above, below or beside them, on the other side.</summary>
    /// <param name="inside">Of each pixel, row by row.</param>
    /// <param name="region">Whose pixels they are.</param>
    public static bool[] Of(bool[] inside, Region region)
    {
        int width = region.Width, height = region.Height;
        var contour = new bool[inside.Length];
        Rows.Each(height, y =>
        {
            ReadOnlySpan<bool> row = inside.AsSpan(y * width, width), above = inside.AsSpan(Math.Max(0, y - 1) * width, width), below = inside.AsSpan(Math.Min(height - 1, y + 1) * width, width);
            var into = contour.AsSpan(y * width, width);
            for (var x = 0; x < width; x++) into[x] = row[x] != above[x] | row[x] != below[x];
            for (var x = 1; x < width; x++)
            {
                if (row[x] == row[x - 1]) continue;
                into[x] = true;
                into[x - 1] = true;
            }
        });
        return contour;
    }

    /// <summary>The least region that holds all that is marked; an empty one where nothing is.</summary>
    /// <param name="marked">Of each pixel, row by row.</param>
    /// <param name="region">Whose pixels they are.</param>
    public static Region Bounds(bool[] marked, Region region)
    {
        int left = int.MaxValue, right = -1, top = -1, bottom = -1;
        for (var y = 0; y < region.Height; y++)
        {
            ReadOnlySpan<bool> row = marked.AsSpan(y * region.Width, region.Width);
            var first = row.IndexOf(true);
            if (first < 0) continue;
            (left, right) = (Math.Min(left, first), Math.Max(right, row.LastIndexOf(true)));
            if (top < 0) top = y;
            bottom = y;
        }
        return top < 0 ? new Region(region.X, region.Y, 0, 0) : new Region(region.X + left, region.Y + top, right - left + 1, bottom - top + 1);
    }
}
