namespace Yarnwheel.Core.Imaging;

/// <summary>Draws a plane larger than it is known.</summary>
/// <remarks>Places count alone, so any tiling gives the same values.</remarks>
internal static class Magnify
{
    /// <summary>Interpolates between the middles of cells; beyond the outermost their value goes on.</summary>
    /// <param name="cells">A value for each cell, placed by the cells' own numbers.</param>
    /// <param name="cell">Side of a cell, pixels.</param>
    /// <param name="region">What is wanted, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Plane<float> Between(Plane<float> cells, double cell, Region region, CancellationToken cancel)
    {
        int width = cells.Width, height = cells.Height;
        var result = new Plane<float>(region);
        Rows.Each(region, y =>
        {
            var v = Math.Clamp((y + 0.5) / cell - 0.5 - cells.Region.Y, 0, height - 1);
            var top = (int)v;
            var down = (float)(v - top);
            var upper = cells.Values.AsSpan(top * width, width);
            var lower = cells.Values.AsSpan(Math.Min(top + 1, height - 1) * width, width);
            var row = result.Row(y);
            for (var x = 0; x < row.Length; x++)
            {
                var u = Math.Clamp((region.X + x + 0.5) / cell - 0.5 - cells.Region.X, 0, width - 1);
                var left = (int)u;
                var right = Math.Min(left + 1, width - 1);
                var across = (float)(u - left);
                var above = upper[left] + (upper[right] - upper[left]) * across;
                var below = lower[left] + (lower[right] - lower[left]) * across;
                row[x] = above + (below - above) * down;
            }
        }, cancel);
        return result;
    }
}
