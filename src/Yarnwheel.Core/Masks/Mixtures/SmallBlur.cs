using System.Buffers;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>A narrow Gaussian on one thread, for planes that are worked on side by side; beyond the border the border's value goes on.</summary>
internal static class SmallBlur
{
    /// <summary>A blurred copy.</summary>
    /// <param name="plane">Row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="sigma">Standard deviation, pixels.</param>
    public static float[] Of(float[] plane, int width, int height, double sigma)
    {
        var result = new float[width * height];
        var across = ArrayPool<float>.Shared.Rent(result.Length);
        Into(plane.AsSpan(0, result.Length), width, height, sigma, across.AsSpan(0, result.Length), result);
        ArrayPool<float>.Shared.Return(across);
        return result;
    }

    /// <summary>The same in memory that is there.</summary>
    /// <param name="plane">Row by row; may be the result's.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="sigma">Standard deviation, pixels.</param>
    /// <param name="across">To work in, as long as the plane.</param>
    /// <param name="into">Receives it.</param>
    public static void Into(ReadOnlySpan<float> plane, int width, int height, double sigma, Span<float> across, Span<float> into)
    {
        var radius = Math.Max(1, (int)Math.Ceiling(2.6 * sigma));
        Span<float> weights = stackalloc float[radius + 1];
        var all = 0.0;
        for (var k = 0; k <= radius; k++) all += (k == 0 ? 1 : 2) * Math.Exp(-k * k / (2 * sigma * sigma));
        for (var k = 0; k <= radius; k++) weights[k] = (float)(Math.Exp(-k * k / (2 * sigma * sigma)) / all);
        Span<float> padded = new float[width + 2 * radius];
        for (var y = 0; y < height; y++)
        {
            var row = plane.Slice(y * width, width);
            padded[..radius].Fill(row[0]);
            row.CopyTo(padded[radius..]);
            padded[(radius + width)..].Fill(row[^1]);
            LaneLoop.Over(new AcrossKernel(padded, weights, across.Slice(y * width, width)), width);
        }
        Span<int> above = stackalloc int[radius + 1], below = stackalloc int[radius + 1];
        for (var y = 0; y < height; y++)
        {
            for (var k = 0; k <= radius; k++) (above[k], below[k]) = (Math.Max(0, y - k) * width, Math.Min(height - 1, y + k) * width);
            LaneLoop.Over(new DownKernel(across, weights, above, below, into.Slice(y * width, width)), width);
        }
    }

    private readonly ref struct AcrossKernel(ReadOnlySpan<float> padded, ReadOnlySpan<float> weights, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> padded = padded;
        private readonly ReadOnlySpan<float> weights = weights;
        private readonly Span<float> into = into;

        public static bool InPairs => true;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            ReadOnlySpan<float> own = padded, taps = weights;
            var result = into;
            var radius = taps.Length - 1;
            for (var x = from; x < to; x += T.Count)
            {
                var sum = T.Of(taps[0]) * own.Load<T>(x + radius);
                for (var k = 1; k < taps.Length; k++) sum = T.MulAdd(T.Of(taps[k]), own.Load<T>(x + radius - k) + own.Load<T>(x + radius + k), sum);
                result.Save(x, sum);
            }
        }
    }

    private readonly ref struct DownKernel(ReadOnlySpan<float> plane, ReadOnlySpan<float> weights, ReadOnlySpan<int> above, ReadOnlySpan<int> below, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> plane = plane;
        private readonly ReadOnlySpan<float> weights = weights;
        private readonly ReadOnlySpan<int> above = above;
        private readonly ReadOnlySpan<int> below = below;
        private readonly Span<float> into = into;

        public static bool InPairs => true;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            ReadOnlySpan<float> own = plane, taps = weights;
            ReadOnlySpan<int> up = above, down = below;
            var result = into;
            for (var x = from; x < to; x += T.Count)
            {
                var sum = T.Of(taps[0]) * own.Load<T>(up[0] + x);
                for (var k = 1; k < taps.Length; k++) sum = T.MulAdd(T.Of(taps[k]), own.Load<T>(up[k] + x) + own.Load<T>(down[k] + x), sum);
                result.Save(x, sum);
            }
        }
    }
}
