using System.Buffers;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>The colours near each place, weighted: ten moments of linear light, on the cells of a picture.</summary>
internal sealed class LocalMoments
{
    /// <summary>Weight, three of colour, six of products.</summary>
    public const int Count = 10;

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
            var plane = ArrayPool<float>.Shared.Rent(weight.Length);
            if (k == 0) weight.CopyTo(plane, 0);
            else LaneLoop.Over(new ProductKernel(weight, colours[k - 1], plane), weight.Length);
            planes[k] = MomentBlur.Of(plane, width, height, wanted);
            ArrayPool<float>.Shared.Return(plane);
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

    private readonly ref struct ProductKernel(ReadOnlySpan<float> one, ReadOnlySpan<float> other, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> one = one;
        private readonly ReadOnlySpan<float> other = other;
        private readonly Span<float> into = into;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count) into.Save(i, one.Load<T>(i) * other.Load<T>(i));
        }
    }
}
