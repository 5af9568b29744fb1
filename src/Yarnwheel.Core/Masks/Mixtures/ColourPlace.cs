using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>Where colours lie on the way from one side's to the other's, seen from where both part best: 0 outside, 1 inside.</summary>
/// <remarks>The linear discriminant of two Gaussians (R. A. Fisher 1936), scaled so that their means lie at 0 and 1.</remarks>
internal static class ColourPlace
{
    /// <summary>Least spread of a side's colour: a share of its mean, and a constant.</summary>
    private const float Relative = 0.02f;
    private const float Absolute = 0.0009f;

    /// <summary>Works on a block's first pixels: turns moments into models, fills in the noise, <see cref="MatteBlock.Apart"/>, and <see cref="MatteBlock.Place"/>, not clamped.</summary>
    /// <param name="block">Its light and moments are read; the moments are replaced by models.</param>
    /// <param name="count">How many.</param>
    /// <param name="noise">Deviation of the picture's noise, encoded 0 … 1.</param>
    public static void Of(MatteBlock block, int count, float noise)
    {
        MatteNoise.Spread(block, count, noise);
        ColourModels.OfMoments(block.Foreground, count, Relative, Absolute);
        ColourModels.OfMoments(block.Background, count, Relative, Absolute);
        LaneLoop.Over(new PlaceKernel(block), count);
    }

    /// <summary>How mixed a colour looks by its place, 0 … 1, less what spread alone would make of it: that puts pure colours between both sides as well.</summary>
    /// <param name="place">0 … 1; beyond it, below 0.</param>
    /// <param name="apart">How far both sides lie apart, squared deviations.</param>
    /// <param name="spread">What a spread of one deviation adds.</param>
    public static float Mixed(float place, float apart, float spread) => MathF.Max(0, 4 * place * (1 - place) - spread / MathF.Sqrt(apart + 1));

    private readonly ref struct PlaceKernel(MatteBlock block) : ILaneKernel
    {
        private readonly MatteBlock block = block;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            var one = T.Of(1);
            for (var i = from; i < to; i += T.Count)
            {
                ColourModel<T> foreground = new(block.Foreground, MatteBlock.Size, i), background = new(block.Background, MatteBlock.Size, i);
                var (adjugate, determinant) = Symmetric<T>.Mix(one, foreground.Spread, one, background.Spread, block.Noise(0).Load<T>(i), block.Noise(1).Load<T>(i), block.Noise(2).Load<T>(i)).Adjugate();
                T red = foreground.Red - background.Red, green = foreground.Green - background.Green, blue = foreground.Blue - background.Blue;
                var (u, v, w) = adjugate.Times(red, green, blue);
                var all = T.Max(T.MulAdd(u, red, T.MulAdd(v, green, w * blue)), T.Of(1e-30f));
                var own = T.MulAdd(u, block.Red.Load<T>(i) - background.Red, T.MulAdd(v, block.Green.Load<T>(i) - background.Green, w * (block.Blue.Load<T>(i) - background.Blue)));
                block.Place.Save(i, own / all);
                block.Apart.Save(i, all / determinant);
            }
        }
    }
}
