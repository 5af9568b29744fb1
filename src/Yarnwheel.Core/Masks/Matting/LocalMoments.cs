using System.Buffers;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>The colours near each place, weighted: ten moments of linear light, on cells of a picture.</summary>
/// <remarks>Each pixel speaks with a weight of its own; only the sums are kept on cells.</remarks>
internal sealed class LocalMoments
{
    /// <summary>Weight, three of colour, six of products.</summary>
    public const int Count = 10;

    private readonly float[][] planes;
    private readonly int cell;
    private readonly int width;
    private readonly int height;

    private LocalMoments(float[][] planes, int width, int height, int cell)
    {
        this.planes = planes;
        this.width = width;
        this.height = height;
        this.cell = cell;
    }

    public long Bytes => 4L * Count * width * height;

    /// <param name="light">Of each pixel.</param>
    /// <param name="weight">Of each pixel.</param>
    /// <param name="cell">Side of a cell, pixels: 1 or 2.</param>
    /// <param name="sigmas">Of the Gaussians (<see cref="MomentBlur"/>), pixels, rising.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <param name="outdated">Moments of the same picture whose memory may be used; not to be asked again.</param>
    public static LocalMoments Of(LightPlanes light, float[] weight, int cell, ReadOnlySpan<double> sigmas, CancellationToken cancel, LocalMoments? outdated = null)
    {
        var wanted = sigmas.ToArray();
        for (var k = 0; k < wanted.Length; k++) wanted[k] /= cell;
        int width = (light.Width + cell - 1) / cell, height = (light.Height + cell - 1) / cell;
        var planes = new float[Count][];
        Parallel.For(0, Count, new ParallelOptions { CancellationToken = cancel }, k =>
        {
            var (one, other) = Factors(light, k);
            var plane = ArrayPool<float>.Shared.Rent(width * height);
            if (cell == 1) LaneLoop.Over(new ProductKernel(weight, one, other, plane), weight.Length);
            else Gather(weight, one, other, light.Width, light.Height, plane.AsSpan(0, width * height));
            planes[k] = MomentBlur.Of(plane, width, height, wanted, outdated?.planes[k] ?? new float[width * height]);
            ArrayPool<float>.Shared.Return(plane);
        });
        return new LocalMoments(planes, width, height, cell);
    }

    /// <summary>Puts the moments at a place into a block.</summary>
    /// <param name="u">Across, pixels; the middle of the first is 0.5.</param>
    /// <param name="v">Down, pixels.</param>
    /// <param name="rows">Ten rows of the block.</param>
    /// <param name="at">Place in the rows.</param>
    public void At(float u, float v, Span<float> rows, int at)
    {
        u = Math.Clamp(u / cell - 0.5f, 0, width - 1);
        v = Math.Clamp(v / cell - 0.5f, 0, height - 1);
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

    /// <summary>What a moment multiplies the weight by, in the order of <see cref="Symmetric{T}"/>; nothing for 1.</summary>
    private static (float[]? One, float[]? Other) Factors(LightPlanes light, int k) => k switch
    {
        0 => (null, null),
        1 => (light.Red, null),
        2 => (light.Green, null),
        3 => (light.Blue, null),
        4 => (light.Red, light.Red),
        5 => (light.Red, light.Green),
        6 => (light.Red, light.Blue),
        7 => (light.Green, light.Green),
        8 => (light.Green, light.Blue),
        _ => (light.Blue, light.Blue),
    };

    /// <summary>The mean of the products over cells of two by two.</summary>
    private static void Gather(float[] weight, float[]? one, float[]? other, int width, int height, Span<float> into)
    {
        var across = (width + 1) / 2;
        var (above, below) = (new float[2 * across], new float[2 * across]);
        void Row(int y, float[] row)
        {
            var from = y * width;
            LaneLoop.Over(new ProductKernel(weight.AsSpan(from, width), one is null ? [] : one.AsSpan(from, width), other is null ? [] : other.AsSpan(from, width), row), width);
            if (width % 2 == 1) row[width] = row[width - 1];
        }
        for (var y = 0; y < height; y += 2)
        {
            Row(y, above);
            Row(Math.Min(y + 1, height - 1), below);
            var row = into.Slice(y / 2 * across, across);
            for (var x = 0; x < row.Length; x++) row[x] = (above[2 * x] + above[2 * x + 1] + below[2 * x] + below[2 * x + 1]) * 0.25f;
        }
    }

    private readonly ref struct ProductKernel(ReadOnlySpan<float> weight, ReadOnlySpan<float> one, ReadOnlySpan<float> other, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> weight = weight;
        private readonly ReadOnlySpan<float> one = one;
        private readonly ReadOnlySpan<float> other = other;
        private readonly Span<float> into = into;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var product = weight.Load<T>(i);
                if (one.Length > 0) product *= one.Load<T>(i);
                if (other.Length > 0) product *= other.Load<T>(i);
                into.Save(i, product);
            }
        }
    }
}
