using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>How far pixels are mixed of two sides, each a local Gaussian of linear light: mean and deviation of the posterior over alpha.</summary>
/// <remarks>Over α = k / <see cref="Steps"/>: N(I; αF + (1 − α)B, α² ΣF + (1 − α)² ΣB + noise) times a prior. The pure ends also know the colours of the whole picture.
/// (Bayesian matting as in Y.-Y. Chuang et al., CVPR 2001, with the posterior's mean instead of its top.)</remarks>
internal static class AlphaPosterior
{
    /// <summary>Least spread of a side's colour: a share of its mean, and a constant.</summary>
    private const float Relative = 0.03f;
    private const float Absolute = 0.002f;

    /// <summary>Prior weight of mixed pixels.</summary>
    private const float Mixed = 0.8f;

    /// <summary>Weight of the whole picture's colours.</summary>
    private const float Global = 0.02f;

    /// <summary>Works on a block's first pixels.</summary>
    /// <param name="block">Its pixels.</param>
    /// <param name="count">How many.</param>
    /// <param name="steps">How finely alpha is tried; at most <see cref="MatteBlock.MostSteps"/>.</param>
    /// <param name="noise">Deviation of the picture's noise, encoded 0 … 1.</param>
    public static void Of(MatteBlock block, int count, int steps, float noise) => LaneLoop.Over(new Kernel(block, steps, noise), count);

    private readonly ref struct Kernel(MatteBlock block, int steps, float noise) : ILaneKernel
    {
        private readonly MatteBlock block = block;
        private readonly int steps = steps;
        private readonly float noise = noise;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            T zero = T.Of(0), one = T.Of(1), half = T.Of(0.5f);
            for (var i = from; i < to; i += T.Count)
            {
                T red = block.Red.Load<T>(i), green = block.Green.Load<T>(i), blue = block.Blue.Load<T>(i);
                T slopeRed = MatteNoise.Slope(red), slopeGreen = MatteNoise.Slope(green), slopeBlue = MatteNoise.Slope(blue);
                T noiseRed = slopeRed * T.Of(noise), noiseGreen = slopeGreen * T.Of(noise), noiseBlue = slopeBlue * T.Of(noise);
                noiseRed *= noiseRed;
                noiseGreen *= noiseGreen;
                noiseBlue *= noiseBlue;
                var foreground = new ColourModel<T>(block.Foreground, MatteBlock.Size, i, Relative, Absolute);
                var background = new ColourModel<T>(block.Background, MatteBlock.Size, i, Relative, Absolute);
                var apart = Symmetric<T>.Mix(one, foreground.Spread, one, background.Spread, noiseRed, noiseGreen, noiseBlue)
                    .Measure(foreground.Red - background.Red, foreground.Green - background.Green, foreground.Blue - background.Blue).Length;
                block.Apart.Save(i, apart);

                var volume = LaneMath.Log(slopeRed * slopeGreen * slopeBlue + T.Of(1e-12f));
                T inside = block.Prior.Load<T>(i), mixed = LaneMath.Clamp(block.MixedPrior.Load<T>(i) + T.Of(2) * inside * (one - inside), T.Of(0.03f), T.Of(0.6f)) * T.Of(Mixed);
                T logOut = LaneMath.Log((one - mixed) * (one - inside)), logIn = LaneMath.Log((one - mixed) * inside), logMixed = LaneMath.Log(mixed / T.Of(steps - 1));
                var seenOut = LaneMath.Log(T.MulAdd(T.Of(Global), block.SeenOutside.Load<T>(i), T.Of(1e-3f))) - volume;
                var seenIn = LaneMath.Log(T.MulAdd(T.Of(Global), block.SeenInside.Load<T>(i), T.Of(1e-3f))) - volume;
                var most = T.Of(-1e30f);
                for (var k = 0; k <= steps; k++)
                {
                    T alpha = T.Of((float)k / steps), rest = one - alpha;
                    var (length, determinant) = Symmetric<T>.Mix(alpha * alpha, foreground.Spread, rest * rest, background.Spread, noiseRed, noiseGreen, noiseBlue).Measure(
                        red - alpha * foreground.Red - rest * background.Red, green - alpha * foreground.Green - rest * background.Green, blue - alpha * foreground.Blue - rest * background.Blue);
                    // 2.7568 = 1.5 ln 2π.
                    var log = T.Of(-2.7568156f) - half * (length + LaneMath.Log(determinant));
                    if (k == 0) log = Either(log, seenOut) + logOut;
                    else if (k == steps) log = Either(log, seenIn) + logIn;
                    else log += logMixed;
                    block.Step(k).Save(i, log);
                    most = T.Max(most, log);
                }
                T sum = zero, mean = zero, square = zero;
                for (var k = 0; k <= steps; k++)
                {
                    T weight = LaneMath.Exp(block.Step(k).Load<T>(i) - most), alpha = T.Of((float)k / steps);
                    sum += weight;
                    mean = T.MulAdd(weight, alpha, mean);
                    square = T.MulAdd(weight, alpha * alpha, square);
                }
                mean = mean / sum;
                block.Mean.Save(i, mean);
                block.Deviation.Save(i, T.Root(T.Max(zero, square / sum - mean * mean)));
            }
        }

        /// <summary>The logarithm of the sum of two exponentials.</summary>
        private static T Either<T>(T a, T b) where T : struct, ILanes<T>
        {
            var most = T.Max(a, b);
            return most + LaneMath.Log(T.Of(1) + LaneMath.Exp(T.Min(a, b) - most));
        }
    }
}
