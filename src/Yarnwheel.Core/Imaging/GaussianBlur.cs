using System.Numerics;

namespace Yarnwheel.Core.Imaging;

/// <summary>A Gaussian, cut off at three standard deviations; beyond the border the border's value goes on.</summary>
/// <remarks>A wide one is done on cells of the plane's own grid and interpolated. The grid is tied to the photo's, so any tiling gives the same values.</remarks>
internal static class GaussianBlur
{
    private const double Widest = 10;

    /// <summary>How far it looks, pixels.</summary>
    public static int Halo(double sigma) => sigma <= 0 ? 0 : (int)Math.Ceiling(3 * sigma) + 3 * Cell(sigma);

    /// <param name="plane">Row by row.</param>
    /// <param name="region">Where it lies, for the grid of a wide blur.</param>
    /// <param name="sigma">Standard deviation, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static float[] Of(float[] plane, Region region, double sigma, CancellationToken cancel)
    {
        if (sigma < 0.05) return plane;
        var cell = Cell(sigma);
        if (cell == 1) return Direct(plane, region.Width, region.Height, sigma, cancel);
        var x0 = Floor(region.X, cell);
        var y0 = Floor(region.Y, cell);
        var width = Floor(region.Right - 1, cell) - x0 + 1;
        var height = Floor(region.Bottom - 1, cell) - y0 + 1;
        var cells = new float[width * height];
        Rows.Each(height, y => Gather(plane, region, cell, x0, y0 + y, cells.AsSpan(y * width, width)), cancel);
        // A cell's box and the interpolation blur as well: (s² − 1)/12 and s²/6.
        var rest = Math.Sqrt(Math.Max(0.05, sigma * sigma / (cell * cell) - 0.25));
        var blurred = Direct(cells, width, height, rest, cancel);
        var result = new float[plane.Length];
        Rows.Each(region.Height, y =>
        {
            var v = Math.Clamp((region.Y + y + 0.5) / cell - 0.5 - y0, 0, height - 1);
            var top = (int)v;
            var down = (float)(v - top);
            var upper = blurred.AsSpan(top * width, width);
            var lower = blurred.AsSpan(Math.Min(top + 1, height - 1) * width, width);
            for (var x = 0; x < region.Width; x++)
            {
                var u = Math.Clamp((region.X + x + 0.5) / cell - 0.5 - x0, 0, width - 1);
                var left = (int)u;
                var right = Math.Min(left + 1, width - 1);
                var across = (float)(u - left);
                var above = upper[left] + (upper[right] - upper[left]) * across;
                var below = lower[left] + (lower[right] - lower[left]) * across;
                result[y * region.Width + x] = above + (below - above) * down;
            }
        }, cancel);
        return result;
    }

    private static float[] Direct(float[] plane, int width, int height, double sigma, CancellationToken cancel)
    {
        var kernel = Kernel(sigma);
        var radius = kernel.Length - 1;
        var across = new float[plane.Length];
        Rows.Each(height, width + 2 * radius, (y, wide) =>
        {
            var row = plane.AsSpan(y * width, width);
            wide.AsSpan(0, radius).Fill(row[0]);
            row.CopyTo(wide.AsSpan(radius));
            wide.AsSpan(radius + width, radius).Fill(row[^1]);
            var into = across.AsSpan(y * width, width);
            Scale(wide.AsSpan(radius, width), kernel[0], into);
            for (var k = 1; k <= radius; k++) AddPair(wide.AsSpan(radius - k, width), wide.AsSpan(radius + k, width), kernel[k], into);
        }, cancel);
        var result = new float[plane.Length];
        Rows.Each(height, y =>
        {
            ReadOnlySpan<float> Row(int at) => across.AsSpan(Math.Clamp(at, 0, height - 1) * width, width);
            var into = result.AsSpan(y * width, width);
            Scale(Row(y), kernel[0], into);
            for (var k = 1; k <= radius; k++) AddPair(Row(y - k), Row(y + k), kernel[k], into);
        }, cancel);
        return result;
    }

    private static void Gather(float[] plane, Region region, int cell, int x0, int y, Span<float> into)
    {
        var top = Math.Max(y * cell, region.Y);
        var bottom = Math.Min((y + 1) * cell, region.Bottom);
        for (var x = 0; x < into.Length; x++)
        {
            var left = Math.Max((x0 + x) * cell, region.X);
            var right = Math.Min((x0 + x + 1) * cell, region.Right);
            float sum = 0;
            for (var r = top; r < bottom; r++)
                foreach (var value in plane.AsSpan((r - region.Y) * region.Width + left - region.X, right - left)) sum += value;
            into[x] = sum / ((right - left) * (bottom - top));
        }
    }

    private static float[] Kernel(double sigma)
    {
        var kernel = new float[(int)Math.Ceiling(3 * sigma) + 1];
        var sum = 0.0;
        for (var k = 0; k < kernel.Length; k++) sum += (k == 0 ? 1 : 2) * Math.Exp(-k * k / (2 * sigma * sigma));
        for (var k = 0; k < kernel.Length; k++) kernel[k] = (float)(Math.Exp(-k * k / (2 * sigma * sigma)) / sum);
        return kernel;
    }

    private static void Scale(ReadOnlySpan<float> from, float weight, Span<float> into)
    {
        for (var i = 0; i < into.Length; i++) into[i] = from[i] * weight;
    }

    private static void AddPair(ReadOnlySpan<float> one, ReadOnlySpan<float> other, float weight, Span<float> into)
    {
        var i = 0;
        var share = new Vector<float>(weight);
        for (; i <= into.Length - Vector<float>.Count; i += Vector<float>.Count)
            (new Vector<float>(into[i..]) + (new Vector<float>(one[i..]) + new Vector<float>(other[i..])) * share).CopyTo(into[i..]);
        for (; i < into.Length; i++) into[i] += (one[i] + other[i]) * weight;
    }

    private static int Cell(double sigma)
    {
        var cell = 1;
        while (sigma / cell > Widest) cell *= 2;
        return cell;
    }

    private static int Floor(int value, int cell) => (int)Math.Floor(value / (double)cell);
}
