using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>The colours that a mask's edge is mixed from: the most likely pair of both sides' local models that gives the pixel.</summary>
/// <remarks>F and B are Gaussians near the pixel, weighted by α⁶ and (1 − α)⁶; with r = I − αF − (1 − α)B and S the mixture's covariance,
/// F += α ΣF S⁻¹ r and B += (1 − α) ΣB S⁻¹ r (one step of a Kalman filter).</remarks>
internal sealed class EdgeColours : IPiece
{
    /// <summary>How far from a contour colours are looked for, pixels.</summary>
    private const double Near = 24;

    private static readonly double[] Reach = [1.5, 4, 10, 30];

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
        var near = new Plane<float>(whole.Whole, MatteBand.Shares(mask, whole.Light.Width, whole.Light.Height, Near, cancel));
        var picture = whole.About(MatteBand.Bounds(near));
        var cells = picture.Cells(new Plane<float>(whole.Whole, mask).Cut(picture.Light.Region).Values);
        var first = Of(picture, picture.Colours, picture.Colours, cells, power: 6, cancel);
        // What the first look finds behind the mixture speaks in the second: where an edge is wide, nothing pure is near.
        var (own, behind) = first.Unmixed(cells, cancel);
        return Of(picture, own, behind, cells, power: 3, cancel);
    }

    private static EdgeColours Of(MattePicture picture, float[][] own, float[][] behind, float[] alpha, int power, CancellationToken cancel)
    {
        LocalMoments Moments(float[][] colours, Func<float, float> share)
        {
            var weight = new float[alpha.Length];
            for (var i = 0; i < weight.Length; i++) weight[i] = MathF.Pow(share(alpha[i]), power) + 1e-9f;
            return LocalMoments.Of(colours, weight, picture.CellsAcross, picture.CellsDown, [.. Reach.Select(r => r / picture.Cell)], cancel);
        }
        return new EdgeColours(picture, Moments(own, a => a), Moments(behind, a => 1 - a));
    }

    /// <summary>Both sides' colours of every cell, with their products, as <see cref="MattePicture.Colours"/>; those of one side alone are the picture's.</summary>
    private (float[][] Own, float[][] Behind) Unmixed(float[] alpha, CancellationToken cancel)
    {
        float[][] Copy() => [.. picture.Colours.Select(c => (float[])c.Clone())];
        float[][] own = Copy(), behind = Copy();
        int[] soft = [.. Enumerable.Range(0, alpha.Length).Where(i => alpha[i] is > 0.01f and < 0.99f)];
        MatteBlocks.Each(soft.Length, (block, from, count) =>
        {
            for (var k = 0; k < count; k++)
            {
                var at = soft[from + k];
                (block.Red[k], block.Green[k], block.Blue[k], block.Mean[k]) = (picture.Colours[0][at], picture.Colours[1][at], picture.Colours[2][at], alpha[at]);
                foreground.At(at % picture.CellsAcross + 0.5f, at / picture.CellsAcross + 0.5f, block.Foreground, k);
                background.At(at % picture.CellsAcross + 0.5f, at / picture.CellsAcross + 0.5f, block.Background, k);
            }
            LaneLoop.Over(new Kernel(block, 0.7f * picture.Noise), count);
            for (var k = 0; k < count; k++)
            {
                Put(own, soft[from + k], block.Foreground, k);
                Put(behind, soft[from + k], block.Background, k);
            }
        }, cancel);
        return (own, behind);
    }

    private static void Put(float[][] colours, int at, ReadOnlySpan<float> found, int k)
    {
        float red = found[k], green = found[MatteBlock.Size + k], blue = found[2 * MatteBlock.Size + k];
        ReadOnlySpan<float> values = [red, green, blue, red * red, red * green, red * blue, green * green, green * blue, blue * blue];
        for (var c = 0; c < values.Length; c++) colours[c][at] = values[c];
    }

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
        var noise = 0.7f * picture.NoiseAt(1 / step, full / picture.Whole.Width);
        var share = step / picture.Cell;
        float left = picture.Light.Region.X / (float)picture.Cell, top = picture.Light.Region.Y / (float)picture.Cell;
        for (var from = 0; from < columns.Length; from += MatteBlock.Size)
        {
            var count = Math.Min(MatteBlock.Size, columns.Length - from);
            for (var k = 0; k < count; k++)
            {
                var x = columns[from + k];
                var at = (y - light.Region.Y) * light.Width + x - light.Region.X;
                (block.Red[k], block.Green[k], block.Blue[k]) = (light.Red[at], light.Green[at], light.Blue[at]);
                block.Mean[k] = alpha[x, y];
                foreground.At((x + 0.5f) * share - left, (y + 0.5f) * share - top, block.Foreground, k);
                background.At((x + 0.5f) * share - left, (y + 0.5f) * share - top, block.Background, k);
            }
            LaneLoop.Over(new Kernel(block, noise), count);
            for (var k = 0; k < count; k++)
            {
                into[from + k] = new EdgePair(new(block.Foreground[k], block.Foreground[MatteBlock.Size + k], block.Foreground[2 * MatteBlock.Size + k]),
                    new(block.Background[k], block.Background[MatteBlock.Size + k], block.Background[2 * MatteBlock.Size + k]));
            }
        }
    }

    /// <summary>Puts the colours found over the first rows of the moments.</summary>
    private readonly ref struct Kernel(MatteBlock block, float noise) : ILaneKernel
    {
        private readonly MatteBlock block = block;
        private readonly float noise = noise;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            T zero = T.Of(0), one = T.Of(1);
            for (var i = from; i < to; i += T.Count)
            {
                T red = block.Red.Load<T>(i), green = block.Green.Load<T>(i), blue = block.Blue.Load<T>(i), alpha = block.Mean.Load<T>(i), rest = one - alpha;
                T noiseRed = MatteNoise.Slope(red) * T.Of(noise), noiseGreen = MatteNoise.Slope(green) * T.Of(noise), noiseBlue = MatteNoise.Slope(blue) * T.Of(noise);
                var f = new ColourModel<T>(block.Foreground, MatteBlock.Size, i, 0.05f, 0.003f);
                var b = new ColourModel<T>(block.Background, MatteBlock.Size, i, 0.05f, 0.003f);
                var (adjugate, determinant) = Symmetric<T>.Mix(alpha * alpha, f.Spread, rest * rest, b.Spread, noiseRed * noiseRed, noiseGreen * noiseGreen, noiseBlue * noiseBlue).Adjugate();
                var (x, y, z) = adjugate.Times(red - alpha * f.Red - rest * b.Red, green - alpha * f.Green - rest * b.Green, blue - alpha * f.Blue - rest * b.Blue);
                var share = one / determinant;
                var (fx, fy, fz) = f.Spread.Times(x, y, z);
                var (bx, by, bz) = b.Spread.Times(x, y, z);
                T ownF = alpha * share, ownB = rest * share;
                block.Foreground.Save(i, T.Max(zero, T.MulAdd(ownF, fx, f.Red)));
                block.Foreground.Save(MatteBlock.Size + i, T.Max(zero, T.MulAdd(ownF, fy, f.Green)));
                block.Foreground.Save(2 * MatteBlock.Size + i, T.Max(zero, T.MulAdd(ownF, fz, f.Blue)));
                block.Background.Save(i, T.Max(zero, T.MulAdd(ownB, bx, b.Red)));
                block.Background.Save(MatteBlock.Size + i, T.Max(zero, T.MulAdd(ownB, by, b.Green)));
                block.Background.Save(2 * MatteBlock.Size + i, T.Max(zero, T.MulAdd(ownB, bz, b.Blue)));
            }
        }
    }
}

/// <summary>What an edge pixel is mixed from, linear light.</summary>
/// <param name="Foreground">The area's own colour.</param>
/// <param name="Background">The colour behind it.</param>
internal readonly record struct EdgePair(System.Numerics.Vector3 Foreground, System.Numerics.Vector3 Background);
