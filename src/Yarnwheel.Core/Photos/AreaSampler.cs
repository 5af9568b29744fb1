using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>Draws a region of a photo at any scale: each pixel is the mean of the photo's light over the square it covers.</summary>
/// <remarks>Above 100 % this shows the photo's pixels as squares. A pixel depends on its own place alone, so any tiling gives the same picture.</remarks>
public static class AreaSampler
{
    /// <summary>Size of the whole photo at a scale, pixels; at least 1.</summary>
    public static int Extent(int photo, double scale) => Math.Max(1, (int)Math.Ceiling(photo * scale - 1e-6));

    /// <summary>Draws the region.</summary>
    /// <param name="pyramid">The photo.</param>
    /// <param name="region">In pixels at the scale; must lie within the photo's extent there.</param>
    /// <param name="scale">Screen pixels a photo pixel.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static LightPlanes Draw(Pyramid pyramid, Region region, double scale, CancellationToken cancel = default) => Draw(pyramid, region, scale, null, cancel);

    /// <param name="pyramid">The photo.</param>
    /// <param name="region">In pixels at the scale.</param>
    /// <param name="scale">Screen pixels a photo pixel.</param>
    /// <param name="arena">Where the planes' memory comes from; null for memory of their own.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <inheritdoc cref="Draw(Pyramid, Region, double, CancellationToken)"/>
    public static LightPlanes Draw(Pyramid pyramid, Region region, double scale, PlaneArena? arena, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(pyramid);
        var planes = new LightPlanes(region, arena);
        var index = pyramid.LevelFor(scale);
        var level = pyramid.Level(index);
        var step = 1 / (scale * (1 << index));       // level pixels a screen pixel
        if (step == 1)
        {
            Rows.Each(region.Height, y => level.Read(region.X, region.Y + y,
                planes.Red.AsSpan(y * region.Width, region.Width),
                planes.Green.AsSpan(y * region.Width, region.Width),
                planes.Blue.AsSpan(y * region.Width, region.Width)), cancel);
            return planes;
        }

        var columns = new Cover[region.Width];
        for (var x = 0; x < columns.Length; x++) columns[x] = Cover.Of(region.X + x, step, level.Width);
        var firstColumn = columns[0].First;
        var span = columns[^1].First + columns[^1].Count - firstColumn;
        Rows.Each(region.Height, y =>
        {
            var rows = Cover.Of(region.Y + y, step, level.Height);
            var buffer = new float[6 * span];
            var sum = buffer.AsSpan(3 * span, 3 * span);
            for (var k = 0; k < rows.Count; k++)
            {
                level.Read(firstColumn, rows.First + k, buffer.AsSpan(0, span), buffer.AsSpan(span, span), buffer.AsSpan(2 * span, span));
                var weight = rows.Weight(k);
                for (var i = 0; i < 3 * span; i++) sum[i] += weight * buffer[i];
            }
            for (var x = 0; x < region.Width; x++)
            {
                float red = 0, green = 0, blue = 0;
                ref readonly var cover = ref columns[x];
                for (var k = 0; k < cover.Count; k++)
                {
                    var weight = cover.Weight(k);
                    var at = cover.First - firstColumn + k;
                    red += weight * sum[at];
                    green += weight * sum[span + at];
                    blue += weight * sum[2 * span + at];
                }
                var into = y * region.Width + x;
                planes.Red[into] = red;
                planes.Green[into] = green;
                planes.Blue[into] = blue;
            }
        }, cancel);
        return planes;
    }
}
