namespace Yarnwheel.Core.Imaging;

/// <summary>A Gaussian, cut off at three standard deviations; beyond the border the border's value goes on.</summary>
/// <remarks>A wide one is done on cells of the plane's own grid and interpolated. The grid is tied to the photo's, so any tiling gives the same values.</remarks>
internal static class GaussianBlur
{
    private const double Widest = 10;

    /// <summary>How far it looks, pixels.</summary>
    public static int Halo(double sigma) => sigma <= 0 ? 0 : (int)Math.Ceiling(3 * sigma) + 3 * Cell(sigma);

    /// <summary>Side of the cells that a blur works on, pixels: 1 up to a standard deviation of ten, then a power of two.</summary>
    public static int Cell(double sigma)
    {
        var cell = 1;
        while (sigma / cell > Widest) cell *= 2;
        return cell;
    }

    /// <param name="plane">What is blurred; where it ends, the border's value goes on.</param>
    /// <param name="sigma">Standard deviation, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The blurred plane, of the same region; the plane itself where nothing is to be done.</returns>
    public static Plane<float> Of(Plane<float> plane, double sigma, CancellationToken cancel)
    {
        if (sigma < 0.05) return plane;
        var result = UnsetPlane.Of(plane.Region);
        Into(result, plane.Region, plane, sigma, cancel);
        return result;
    }

    /// <param name="result">Receives it.</param>
    /// <param name="region">What is wanted; within both planes.</param>
    /// <param name="plane">What is blurred.</param>
    /// <param name="sigma">Standard deviation, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Into(Plane<float> result, Region region, Plane<float> plane, double sigma, CancellationToken cancel)
    {
        var cell = Cell(sigma);
        if (cell == 1)
        {
            // Narrower it weighs nothing but the pixel itself.
            float[] kernel = sigma < 0.05 ? [1] : Kernel(sigma);
            Convolution.Into(result, region, plane, kernel, kernel, cancel);
            return;
        }
        var cells = new Plane<float>(CellsOf(plane.Region, cell));
        Rows.Each(cells.Region, y => Gather(plane, cell, cells.Region.X, y, cells.Row(y)), cancel);
        result.Paste(OfCells(cells, sigma, region, cancel));
    }

    /// <summary>The cells that lie in a region, all or in part.</summary>
    public static Region CellsOf(Region region, int cell)
    {
        int x = Floor(region.X, cell), y = Floor(region.Y, cell);
        return new Region(x, y, Floor(region.Right - 1, cell) - x + 1, Floor(region.Bottom - 1, cell) - y + 1);
    }

    /// <summary>A wide blur of what is known as the means over cells.</summary>
    /// <param name="cells">A value for each cell of <see cref="Cell"/> pixels, placed by the cells' own numbers.</param>
    /// <param name="sigma">Standard deviation, pixels.</param>
    /// <param name="region">What is wanted, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Plane<float> OfCells(Plane<float> cells, double sigma, Region region, CancellationToken cancel)
    {
        var cell = Cell(sigma);
        // A cell's box and the interpolation blur as well: (s² − 1)/12 and s²/6.
        var rest = Math.Sqrt(Math.Max(0.05, sigma * sigma / (cell * cell) - 0.25));
        var kernel = Kernel(rest);
        return Magnify.Between(new Plane<float>(cells.Region, Convolution.Of(cells.Values, cells.Width, cells.Height, kernel, kernel, cancel)), cell, region, cancel);
    }

    private static void Gather(Plane<float> plane, int cell, int x0, int y, Span<float> into)
    {
        var region = plane.Region;
        var top = Math.Max(y * cell, region.Y);
        var bottom = Math.Min((y + 1) * cell, region.Bottom);
        for (var x = 0; x < into.Length; x++)
        {
            var left = Math.Max((x0 + x) * cell, region.X);
            var right = Math.Min((x0 + x + 1) * cell, region.Right);
            float sum = 0;
            for (var r = top; r < bottom; r++)
                foreach (var value in plane.Values.AsSpan(plane.Index(left, r), right - left)) sum += value;
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

    private static int Floor(int value, int cell) => (int)Math.Floor(value / (double)cell);
}
