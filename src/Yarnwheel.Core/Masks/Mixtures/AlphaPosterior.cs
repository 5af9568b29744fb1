using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>How far pixels are mixed of two sides, each a local Gaussian of linear light: mean and deviation of the posterior over alpha.</summary>
/// <remarks>Over α = k / <see cref="Steps"/>: N(I; αF + (1 − α)B, α² ΣF + (1 − α)² ΣB + noise) times a prior. The pure ends also know the colours of the whole picture.
/// Where all around is mixed the mean goes some of the way to the colour's own place between both sides (<see cref="ColourPlace"/>).
/// (Bayesian matting as in Y.-Y. Chuang et al., CVPR 2001, with the posterior's mean instead of its top.)</remarks>
internal static class AlphaPosterior
{
    /// <summary>Prior weight of mixed pixels.</summary>
    private const float Mixed = 0.8f;

    /// <summary>The most that is made of mixed neighbours, before that weight.</summary>
    private const float MostMixed = 0.9f;

    /// <summary>Weight of the whole picture's colours.</summary>
    private const float Global = 0.045f;

    /// <summary>How far a colour's place counts where its neighbours are mixed, and the squared distance of both sides at which it counts half of that.</summary>
    /// <remarks>The posterior's mean leans to the pure ends, which a soft edge has few of.</remarks>
    private const float Placed = 0.4f;
    private const float PlacedApart = 30;

    /// <summary>Works on a block's first pixels.</summary>
    /// <param name="block">Its pixels.</param>
    /// <param name="count">How many.</param>
    /// <param name="steps">How finely alpha is tried; at most <see cref="MatteBlock.MostSteps"/>.</param>
    /// <param name="noise">Deviation of the picture's noise, encoded 0 … 1.</param>
    public static void Of(MatteBlock block, int count, int steps, float noise)
    {
        // Several small kernels: the compiler stops putting operations in place where one grows too long.
        ColourPlace.Of(block, count, noise);
        LaneLoop.Over(new PriorKernel(block, steps), count);
        LaneLoop.Over(new StepKernel(block, steps), count);
        LaneLoop.Over(new EndKernel(block, steps), count);
        LaneLoop.Over(new MeanKernel(block, steps), count);
    }

    private readonly ref struct PriorKernel(MatteBlock block, int steps) : ILaneKernel
    {
        private readonly MatteBlock block = block;
        private readonly int steps = steps;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            var one = T.Of(1);
            for (var i = from; i < to; i += T.Count)
            {
                var volume = LaneMath.Log(block.Volume.Load<T>(i) + T.Of(1e-12f));
                var inside = block.Prior.Load<T>(i);
                var mixed = LaneMath.Clamp(T.Of(0.5f) * block.Mixed.Load<T>(i) + T.Of(2) * inside * (one - inside), T.Of(0.03f), T.Of(MostMixed)) * T.Of(Mixed);
                T outside = LaneMath.Log((one - mixed) * (one - inside)), within = LaneMath.Log((one - mixed) * inside);
                block.LogOutside.Save(i, outside);
                block.LogInside.Save(i, within);
                block.LogSeenOutside.Save(i, LaneMath.Log(T.MulAdd(T.Of(Global), block.SeenOutside.Load<T>(i), T.Of(1e-3f))) - volume + outside);
                block.LogSeenInside.Save(i, LaneMath.Log(T.MulAdd(T.Of(Global), block.SeenInside.Load<T>(i), T.Of(1e-3f))) - volume + within);
                block.LogMixed.Save(i, LaneMath.Log(mixed / T.Of(steps - 1)));
            }
        }
    }

    /// <summary>How well each step explains the pixel's colour by the models alone.</summary>
    private readonly ref struct StepKernel(MatteBlock block, int steps) : ILaneKernel
    {
        private readonly MatteBlock block = block;
        private readonly int steps = steps;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            T one = T.Of(1), half = T.Of(0.5f);
            for (var i = from; i < to; i += T.Count)
            {
                T red = block.Red.Load<T>(i), green = block.Green.Load<T>(i), blue = block.Blue.Load<T>(i);
                T noiseRed = block.Noise(0).Load<T>(i), noiseGreen = block.Noise(1).Load<T>(i), noiseBlue = block.Noise(2).Load<T>(i);
                ColourModel<T> foreground = new(block.Foreground, MatteBlock.Size, i), background = new(block.Background, MatteBlock.Size, i);
                for (var k = 0; k <= steps; k++)
                {
                    T alpha = T.Of((float)k / steps), rest = one - alpha;
                    var (length, determinant) = Symmetric<T>.Mix(alpha * alpha, foreground.Spread, rest * rest, background.Spread, noiseRed, noiseGreen, noiseBlue).Measure(
                        red - alpha * foreground.Red - rest * background.Red, green - alpha * foreground.Green - rest * background.Green, blue - alpha * foreground.Blue - rest * background.Blue);
                    // 2.7568 = 1.5 ln 2π.
                    block.Step(k).Save(i, T.Of(-2.7568156f) - half * (length + LaneMath.Log(determinant)));
                }
            }
        }
    }

    /// <summary>The ends also know the colours of the whole picture.</summary>
    private readonly ref struct EndKernel(MatteBlock block, int steps) : ILaneKernel
    {
        private readonly MatteBlock block = block;
        private readonly int steps = steps;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            Span<float> first = block.Step(0), last = block.Step(steps);
            for (var i = from; i < to; i += T.Count)
            {
                first.Save(i, Either(first.Load<T>(i) + block.LogOutside.Load<T>(i), block.LogSeenOutside.Load<T>(i)));
                last.Save(i, Either(last.Load<T>(i) + block.LogInside.Load<T>(i), block.LogSeenInside.Load<T>(i)));
            }
        }

        /// <summary>The logarithm of the sum of two exponentials.</summary>
        private static T Either<T>(T a, T b) where T : struct, ILanes<T>
        {
            var most = T.Max(a, b);
            return most + LaneMath.Log(T.Of(1) + LaneMath.Exp(T.Min(a, b) - most));
        }
    }

    private readonly ref struct MeanKernel(MatteBlock block, int steps) : ILaneKernel
    {
        private readonly MatteBlock block = block;
        private readonly int steps = steps;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var mixed = block.LogMixed.Load<T>(i);
                var most = T.Max(block.Step(0).Load<T>(i), block.Step(steps).Load<T>(i));
                for (var k = 1; k < steps; k++) most = T.Max(most, block.Step(k).Load<T>(i) + mixed);
                block.Fit.Save(i, most + LaneMath.Log(block.Volume.Load<T>(i) + T.Of(1e-12f)));
                T sum = T.Of(0), mean = T.Of(0), square = T.Of(0);
                for (var k = 0; k <= steps; k++)
                {
                    var log = block.Step(k).Load<T>(i) - most;
                    T weight = LaneMath.Exp(k == 0 || k == steps ? log : log + mixed), alpha = T.Of((float)k / steps);
                    sum += weight;
                    mean = T.MulAdd(weight, alpha, mean);
                    square = T.MulAdd(weight, alpha * alpha, square);
                }
                mean = mean / sum;
                block.Deviation.Save(i, T.Root(T.Max(T.Of(0), square / sum - mean * mean)));
                T apart = block.Apart.Load<T>(i), placed = T.Of(Placed) * block.Mixed.Load<T>(i) * apart / (apart + T.Of(PlacedApart));
                block.Mean.Save(i, T.MulAdd(placed, LaneMath.Clamp(block.Place.Load<T>(i), T.Of(0), T.Of(1)) - mean, mean));
            }
        }
    }
}
