using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

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
        Rows.Each(region, 6 * span, (y, buffer) =>
        {
            var rows = Cover.Of(y, step, level.Height);
            Span<float> row = buffer.AsSpan(0, 3 * span), sum = buffer.AsSpan(3 * span, 3 * span);
            sum.Clear();
            for (var k = 0; k < rows.Count; k++)
            {
                level.Read(firstColumn, rows.First + k, row[..span], row.Slice(span, span), row.Slice(2 * span, span));
                LaneLoop.Over(new AddKernel(row, rows.Weight(k), sum), sum.Length);
            }
            var into = planes.Row(y);
            for (var x = 0; x < columns.Length; x++)
            {
                ref readonly var cover = ref columns[x];
                var at = cover.First - firstColumn;
                (into.Red[x], into.Green[x], into.Blue[x]) = (cover.Mean(sum[at..]), cover.Mean(sum[(span + at)..]), cover.Mean(sum[(2 * span + at)..]));
            }
        }, cancel);
        return planes;
    }

    private readonly ref struct AddKernel(ReadOnlySpan<float> row, float weight, Span<float> sum) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> row = row;
        private readonly float weight = weight;
        private readonly Span<float> sum = sum;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count) sum.Save(i, sum.Load<T>(i) + T.Of(weight) * row.Load<T>(i));
        }
    }
}
