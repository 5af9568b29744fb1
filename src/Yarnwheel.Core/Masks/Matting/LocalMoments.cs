using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>The colours near each place, weighted: ten moments of linear light, on the cells of a picture.</summary>
/// <remarks>Under Σₖ 10⁻ᵏ G(σₖ): near witnesses win, far ones speak where near ones are missing; the coarser Gaussians on a pyramid.</remarks>
internal sealed class LocalMoments
{
    /// <summary>Weight, three of colour, six of products.</summary>
    public const int Count = 10;

    private const float Fading = 0.1f;

    /// <summary>Beyond this standard deviation, cells, a blur is done on the picture at half its size.</summary>
    private const double Widest = 2.6;

    private readonly float[][] planes;
    private readonly int width;
    private readonly int height;

    private LocalMoments(float[][] planes, int width, int height)
    {
        this.planes = planes;
        this.width = width;
        this.height = height;
    }

    public long Bytes => 4L * Count * width * height;

    /// <param name="colours">Nine planes of the cells: colour and its products.</param>
    /// <param name="weight">Of each cell.</param>
    /// <param name="width">Cells.</param>
    /// <param name="height">Cells.</param>
    /// <param name="sigmas">Of the Gaussians, cells, rising.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static LocalMoments Of(float[][] colours, float[] weight, int width, int height, ReadOnlySpan<double> sigmas, CancellationToken cancel)
    {
        var wanted = sigmas.ToArray();
        var planes = new float[Count][];
        Parallel.For(0, Count, new ParallelOptions { CancellationToken = cancel }, k =>
        {
            var plane = (float[])weight.Clone();
            if (k > 0)
            {
                var colour = colours[k - 1];
                for (var i = 0; i < plane.Length; i++) plane[i] *= colour[i];
            }
            planes[k] = Spread(plane, width, height, wanted);
        });
        return new LocalMoments(planes, width, height);
    }

    /// <summary>Puts the moments at a place into a block.</summary>
    /// <param name="u">Across, cells; the middle of the first is 0.5.</param>
    /// <param name="v">Down, cells.</param>
    /// <param name="rows">Ten rows of the block.</param>
    /// <param name="at">Place in the rows.</param>
    public void At(float u, float v, Span<float> rows, int at)
    {
        u = Math.Clamp(u - 0.5f, 0, width - 1);
        v = Math.Clamp(v - 0.5f, 0, height - 1);
        int left = (int)u, top = (int)v;
        float across = u - left, down = v - top;
        int right = left + 1 < width ? 1 : 0, below = top + 1 < height ? width : 0;
        var first = top * width + left;
        float a = (1 - across) * (1 - down), b = across * (1 - down), c = (1 - across) * down, d = across * down;
        for (var k = 0; k < Count; k++)
        {
            var plane = planes[k];
            rows[k * MatteBlock.Size + at] = a * plane[first] + b * plane[first + right] + c * plane[first + below] + d * plane[first + below + right];
        }
    }

    private static float[] Spread(float[] plane, int width, int height, double[] sigmas)
    {
        var levels = new List<(float[] Plane, int Width, int Height)>();
        var (current, w, h, cell) = (plane, width, height, 1);
        foreach (var sigma in sigmas)
        {
            while (sigma / cell > Widest)
            {
                (current, w, h) = Halved(current, w, h);
                cell *= 2;
            }
            levels.Add((SmallBlur.Of(current, w, h, sigma / cell), w, h));
        }
        var sum = levels[^1];
        for (var k = levels.Count - 2; k >= 0; k--)
        {
            var finer = levels[k];
            Add(finer, sum, Fading);
            sum = finer;
        }
        if (sum.Width == width && sum.Height == height) return sum.Plane;
        var result = (new float[width * height], width, height);
        Add(result, sum, 1);
        return result.Item1;
    }

    /// <summary>Adds a coarser plane's share to a finer one, interpolated.</summary>
    private static void Add((float[] Plane, int Width, int Height) into, (float[] Plane, int Width, int Height) from, float share)
    {
        if (from.Width == into.Width && from.Height == into.Height)
        {
            for (var i = 0; i < into.Plane.Length; i++) into.Plane[i] += share * from.Plane[i];
            return;
        }
        var cell = 1;
        while ((into.Width + cell - 1) / cell > from.Width) cell *= 2;
        var columns = new (int Left, int Right, float Across)[into.Width];
        for (var x = 0; x < columns.Length; x++)
        {
            var u = Math.Clamp((x + 0.5f) / cell - 0.5f, 0, from.Width - 1);
            columns[x] = ((int)u, Math.Min((int)u + 1, from.Width - 1), u - (int)u);
        }
        var line = new float[from.Width];
        for (var y = 0; y < into.Height; y++)
        {
            var v = Math.Clamp((y + 0.5f) / cell - 0.5f, 0, from.Height - 1);
            var top = (int)v;
            float down = share * (v - top), up = share - down;
            ReadOnlySpan<float> above = from.Plane.AsSpan(top * from.Width, from.Width), below = from.Plane.AsSpan(Math.Min(top + 1, from.Height - 1) * from.Width, from.Width);
            for (var x = 0; x < line.Length; x++) line[x] = up * above[x] + down * below[x];
            var row = into.Plane.AsSpan(y * into.Width, into.Width);
            for (var x = 0; x < row.Length; x++)
            {
                var (left, right, across) = columns[x];
                row[x] += line[left] + (line[right] - line[left]) * across;
            }
        }
    }

    private static (float[] Plane, int Width, int Height) Halved(float[] plane, int width, int height)
    {
        int w = (width + 1) / 2, h = (height + 1) / 2;
        var half = new float[w * h];
        for (var y = 0; y < h; y++)
        {
            ReadOnlySpan<float> above = plane.AsSpan(2 * y * width, width), below = plane.AsSpan(Math.Min(2 * y + 1, height - 1) * width, width);
            for (var x = 0; x < w; x++)
            {
                int left = 2 * x, right = Math.Min(left + 1, width - 1);
                half[y * w + x] = (above[left] + above[right] + below[left] + below[right]) * 0.25f;
            }
        }
        return (half, w, h);
    }
}
