using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Matting;

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
        Into(plane, width, height, sigma, new float[width * height], result);
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
        for (var y = 0; y < height; y++) LaneLoop.Over(new DownKernel(across, weights, y, height, into.Slice(y * width, width)), width);
    }

    private readonly ref struct AcrossKernel(ReadOnlySpan<float> padded, ReadOnlySpan<float> weights, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> padded = padded;
        private readonly ReadOnlySpan<float> weights = weights;
        private readonly Span<float> into = into;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            var radius = weights.Length - 1;
            for (var x = from; x < to; x += T.Count)
            {
                var sum = T.Of(weights[0]) * padded.Load<T>(x + radius);
                for (var k = 1; k <= radius; k++) sum = T.MulAdd(T.Of(weights[k]), padded.Load<T>(x + radius - k) + padded.Load<T>(x + radius + k), sum);
                into.Save(x, sum);
            }
        }
    }

    private readonly ref struct DownKernel(ReadOnlySpan<float> plane, ReadOnlySpan<float> weights, int y, int height, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> plane = plane;
        private readonly ReadOnlySpan<float> weights = weights;
        private readonly int y = y;
        private readonly int height = height;
        private readonly Span<float> into = into;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            var width = into.Length;
            for (var x = from; x < to; x += T.Count)
            {
                var sum = T.Of(weights[0]) * plane.Load<T>(y * width + x);
                for (var k = 1; k < weights.Length; k++)
                {
                    int above = Math.Max(0, y - k), below = Math.Min(height - 1, y + k);
                    sum = T.MulAdd(T.Of(weights[k]), plane.Load<T>(above * width + x) + plane.Load<T>(below * width + x), sum);
                }
                into.Save(x, sum);
            }
        }
    }
}
