using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>The colours that a mask's edge is mixed from: the most likely pair of both sides' local models that gives the pixel.</summary>
/// <remarks>F and B are Gaussians near the pixel, weighted by α³² and (1 − α)³², so that only what is pure counts,
/// and then, when each mixed pixel has been parted into both, by α and 1 − α; with r = I − αF − (1 − α)B and S the mixture's covariance,
/// F += α ΣF S⁻¹ r and B += (1 − α) ΣB S⁻¹ r (one step of a Kalman filter). Where rᵀ S⁻¹ r is large neither side explains the pixel: a mask is
/// half there where nothing is mixed, and no colour is made up for it.</remarks>
internal sealed class EdgeColours : IPiece
{
    /// <summary>How far from a contour colours are looked for, pixels.</summary>
    private const double Near = 24;

    /// <summary>Least spread of a side's colour: a share of its mean, and a constant.</summary>
    private const float Relative = 0.02f;
    private const float Absolute = 0.0018f;

    /// <summary>Squared distance of a pixel from its mixture, in deviations, at which that is half believed: a pixel that both sides don't explain is no mixture of them.</summary>
    private const float Unlikely = 8;

    private static readonly double[] Reach = [4, 20, 60];

    private readonly MattePicture picture;
    private readonly LocalMoments foreground;
    private readonly LocalMoments background;

    private EdgeColours(MattePicture picture, LocalMoments foreground, LocalMoments background)
    {
        this.picture = picture;
        this.foreground = foreground;
        this.background = background;
    }

    public long Bytes => foreground.Bytes + background.Bytes;

    /// <summary>Where the colours are known, at a size of the photo.</summary>
    /// <param name="width">Of the whole photo at that size, pixels.</param>
    public Region RegionAt(double width)
    {
        var share = width / picture.Whole.Width;
        var own = picture.Light.Region;
        int left = (int)Math.Ceiling(own.X * share), top = (int)Math.Ceiling(own.Y * share);
        return new Region(left, top, (int)(own.Right * share) - left + 1, (int)(own.Bottom * share) - top + 1);
    }

    /// <param name="whole">The photo.</param>
    /// <param name="mask">How far its pixels are mixed, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static EdgeColours Of(MattePicture whole, float[] mask, CancellationToken cancel)
    {
        // Specks far from the contour that matters are left as they are.
        var picture = whole.About(MatteBand.Shares(new Plane<float>(whole.Whole, mask), Near, cancel).Region);
        var alpha = new Plane<float>(whole.Whole, mask).Cut(picture.Light.Region).Values;
        var first = Of(picture, CellLight.Of(picture.Light, picture.Cell), null, alpha, isFirst: true, cancel);
        // What the first look finds behind the mixture speaks in the second: where an edge is wide, nothing pure is near.
        var (own, behind) = first.Unmixed(alpha, cancel);
        return Of(picture, CellLight.Of(own, picture.Cell), CellLight.Of(behind, picture.Cell), alpha, isFirst: false, cancel);
    }

    private static EdgeColours Of(MattePicture picture, CellLight own, CellLight? behind, float[] alpha, bool isFirst, CancellationToken cancel)
    {
        LocalMoments foreground = null!, background = null!;
        Rows.AtOnce(
            () => foreground = LocalMoments.Of(own, Weights(alpha, isInside: true, isFirst), Reach, cancel),
            () => background = LocalMoments.Of(behind ?? own, Weights(alpha, isInside: false, isFirst), Reach, cancel));
        return new EdgeColours(picture, foreground, background);
    }

    private static float[] Weights(float[] alpha, bool isInside, bool isFirst)
    {
        var weights = new float[alpha.Length];
        LaneLoop.Over(new WeightKernel(alpha, isInside, isFirst, weights), weights.Length);
        return weights;
    }

    private readonly ref struct WeightKernel(ReadOnlySpan<float> alpha, bool isInside, bool isFirst, Span<float> weights) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> alpha = alpha;
        private readonly bool isInside = isInside;
        private readonly bool isFirst = isFirst;
        private readonly Span<float> weights = weights;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var own = alpha.Load<T>(i);
                if (!isInside) own = T.Of(1) - own;
                // α³² by squaring.
                for (var k = 0; isFirst && k < 5; k++) own = own * own;
                weights.Save(i, own + T.Of(1e-9f));
            }
        }
    }

    /// <summary>Both sides' colours of every pixel; those of one side alone are the picture's.</summary>
    private (LightPlanes Own, LightPlanes Behind) Unmixed(float[] alpha, CancellationToken cancel)
    {
        var light = picture.Light;
        LightPlanes own = light.Copy(), behind = light.Copy();
        int[] soft = [.. Enumerable.Range(0, alpha.Length).Where(i => alpha[i] is > 0.01f and < 0.99f)];
        MatteBlocks.Each(soft.Length, (block, from, count) =>
        {
            for (var k = 0; k < count; k++)
            {
                var at = soft[from + k];
                block.Take(k, light, at);
                block.Mean[k] = alpha[at];
                var place = foreground.At(at % light.Width + 0.5f, at / light.Width + 0.5f);
                foreground.Put(place, block.Foreground, k);
                background.Put(place, block.Background, k);
            }
            Unmix(block, count, picture.Noise);
            for (var k = 0; k < count; k++)
            {
                Put(own, soft[from + k], block.Foreground, k);
                Put(behind, soft[from + k], block.Background, k);
            }
        }, cancel);
        return (own, behind);
    }

    private static void Put(LightPlanes light, int at, ReadOnlySpan<float> found, int k) =>
        (light.Red[at], light.Green[at], light.Blue[at]) = (found[k], found[MatteBlock.Size + k], found[2 * MatteBlock.Size + k]);

    /// <summary>Finds the colours of a row's soft pixels.</summary>
    /// <param name="y">On the picture.</param>
    /// <param name="columns">Of the pixels, on the picture.</param>
    /// <param name="alpha">Of the pixels' row, of the region at least.</param>
    /// <param name="light">Likewise.</param>
    /// <param name="width">Of the whole photo at the view's scale, pixels.</param>
    /// <param name="full">Of the photo at full size, pixels.</param>
    /// <param name="block">To work in.</param>
    /// <param name="into">Receives them.</param>
    public void Row(int y, ReadOnlySpan<int> columns, Plane<float> alpha, LightPlanes light, double width, double full, MatteBlock block, Span<EdgePair> into)
    {
        var step = (float)(picture.Whole.Width / width);
        var noise = picture.NoiseAt(1 / step, full / picture.Whole.Width);
        float left = picture.Light.Region.X, top = picture.Light.Region.Y;
        for (var from = 0; from < columns.Length; from += MatteBlock.Size)
        {
            var count = Math.Min(MatteBlock.Size, columns.Length - from);
            for (var k = 0; k < count; k++)
            {
                var x = columns[from + k];
                var at = (y - light.Region.Y) * light.Width + x - light.Region.X;
                block.Take(k, light, at);
                block.Mean[k] = alpha[x, y];
                var place = foreground.At((x + 0.5f) * step - left, (y + 0.5f) * step - top);
                foreground.Put(place, block.Foreground, k);
                background.Put(place, block.Background, k);
            }
            Unmix(block, count, noise);
            for (var k = 0; k < count; k++)
            {
                into[from + k] = new EdgePair(new(block.Foreground[k], block.Foreground[MatteBlock.Size + k], block.Foreground[2 * MatteBlock.Size + k]),
                    new(block.Background[k], block.Background[MatteBlock.Size + k], block.Background[2 * MatteBlock.Size + k]));
            }
        }
    }

    /// <summary>Puts the colours found over the first rows of the moments.</summary>
    private static void Unmix(MatteBlock block, int count, float noise)
    {
        ColourModels.OfMoments(block.Foreground, count, Relative, Absolute);
        ColourModels.OfMoments(block.Background, count, Relative, Absolute);
        MatteNoise.Spread(block, count, noise);
        LaneLoop.Over(new RestKernel(block), count);
        LaneLoop.Over(new ShareKernel(block), count);
    }

    /// <summary>What the mean colours leave of the pixel's, by the inverse of all that may spread it, and its squared Mahalanobis length.</summary>
    private readonly ref struct RestKernel(MatteBlock block) : ILaneKernel
    {
        private readonly MatteBlock block = block;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                T red = block.Red.Load<T>(i), green = block.Green.Load<T>(i), blue = block.Blue.Load<T>(i), alpha = block.Mean.Load<T>(i), rest = T.Of(1) - alpha;
                ColourModel<T> f = new(block.Foreground, MatteBlock.Size, i), b = new(block.Background, MatteBlock.Size, i);
                var (adjugate, determinant) = Symmetric<T>.Mix(alpha * alpha, f.Spread, rest * rest, b.Spread, block.Noise(0).Load<T>(i), block.Noise(1).Load<T>(i), block.Noise(2).Load<T>(i)).Adjugate();
                T restRed = red - alpha * f.Red - rest * b.Red, restGreen = green - alpha * f.Green - rest * b.Green, restBlue = blue - alpha * f.Blue - rest * b.Blue;
                var (x, y, z) = adjugate.Times(restRed, restGreen, restBlue);
                var share = T.Of(1) / determinant;
                block.Apart.Save(i, T.MulAdd(restRed, x, T.MulAdd(restGreen, y, restBlue * z)) * share);
                block.Noise(0).Save(i, x * share);
                block.Noise(1).Save(i, y * share);
                block.Noise(2).Save(i, z * share);
            }
        }
    }

    /// <summary>Each side takes of it what its spread and its share of the pixel allow; what is no mixture of both keeps its own colour on either side.</summary>
    private readonly ref struct ShareKernel(MatteBlock block) : ILaneKernel
    {
        private readonly MatteBlock block = block;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                T x = block.Noise(0).Load<T>(i), y = block.Noise(1).Load<T>(i), z = block.Noise(2).Load<T>(i), alpha = block.Mean.Load<T>(i);
                var unlikely = block.Apart.Load<T>(i) * T.Of(1 / Unlikely);
                unlikely = unlikely * unlikely;
                var believed = T.Of(1) / T.MulAdd(unlikely, unlikely, T.Of(1));
                Take(block.Foreground, i, alpha, x, y, z, believed);
                Take(block.Background, i, T.Of(1) - alpha, x, y, z, believed);
            }
        }

        private void Take<T>(Span<float> rows, int i, T share, T x, T y, T z, T believed) where T : struct, ILanes<T>
        {
            var model = new ColourModel<T>(rows, MatteBlock.Size, i);
            var (red, green, blue) = model.Spread.Times(x, y, z);
            rows.Save(i, Towards(block.Red.Load<T>(i), T.MulAdd(share, red, model.Red), believed));
            rows.Save(MatteBlock.Size + i, Towards(block.Green.Load<T>(i), T.MulAdd(share, green, model.Green), believed));
            rows.Save(2 * MatteBlock.Size + i, Towards(block.Blue.Load<T>(i), T.MulAdd(share, blue, model.Blue), believed));
        }

        /// <summary>From the pixel's own value as far to the one found as that is believed.</summary>
        private static T Towards<T>(T own, T found, T believed) where T : struct, ILanes<T> => T.MulAdd(believed, T.Max(T.Of(0), found) - own, own);
    }
}

/// <summary>What an edge pixel is mixed from, linear light.</summary>
/// <param name="Foreground">The area's own colour.</param>
/// <param name="Background">The colour behind it.</param>
internal readonly record struct EdgePair(System.Numerics.Vector3 Foreground, System.Numerics.Vector3 Background);
