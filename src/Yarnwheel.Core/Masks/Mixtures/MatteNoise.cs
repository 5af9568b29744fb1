using System.Runtime.CompilerServices;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>The noise of a picture, and what it is in linear light.</summary>
internal static class MatteNoise
{
    /// <summary>Steps of 8 bits are noise as well.</summary>
    private const float Least = 0.8f / 255;

    private const int Tile = 8;

    /// <summary>Slope of sRGB's decoding curve at a linear value: what a step of the encoded value is in light.</summary>
    /// <remarks>2.4 / 1.055 · x^(1.4 / 2.4), and 7/12 = 1/3 + 1/4 (IEC 61966-2-1).</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Slope<T>(T linear) where T : struct, ILanes<T>
    {
        var x = T.Max(linear, T.Of(1e-5f));
        return T.WhereAbove(T.Of(0.0031308f), linear, T.Of(1 / 12.92f), T.Of(2.4f / 1.055f) * CubeRoot.Of(x) / LaneMath.InverseFourthRoot(x));
    }

    /// <summary>Deviation of the noise, encoded 0 … 1: twice the mean difference from the median of three in the quieter tiles.</summary>
    /// <param name="light">Some of the picture.</param>
    public static float Of(LightPlanes light)
    {
        int across = light.Width / Tile, down = light.Height / Tile;
        if (across == 0 || down == 0) return Least;
        var tiles = new float[across * down];
        Rows.Each(down, row =>
        {
            for (var y = row * Tile; y < (row + 1) * Tile; y++)
            {
                var (l0, l1) = (0f, 0f);
                for (var x = 0; x < across * Tile; x++)
                {
                    var at = y * light.Width + x;
                    var l2 = (float)Srgb.Encode(Math.Clamp(Luminance.Of(light.Red[at], light.Green[at], light.Blue[at]), 0, 1));
                    if (x > 1) tiles[row * across + (x - 1) / Tile] += MathF.Abs(l1 - MathF.Max(MathF.Min(l0, l1), MathF.Min(MathF.Max(l0, l1), l2)));
                    (l0, l1) = (l1, l2);
                }
            }
        });
        Array.Sort(tiles);
        return MathF.Max(Least, 3 * tiles[tiles.Length * 15 / 100] / (Tile * Tile));
    }

    /// <summary>Fills in the variance of the noise of a block's pixels, and the volume of a step of their encoded colours.</summary>
    /// <param name="block">Its light is read.</param>
    /// <param name="count">How many pixels.</param>
    /// <param name="noise">Deviation, encoded 0 … 1.</param>
    public static void Spread(MatteBlock block, int count, float noise) => LaneLoop.Over(new NoiseKernel(block, noise), count);

    private readonly ref struct NoiseKernel(MatteBlock block, float noise) : ILaneKernel
    {
        private readonly MatteBlock block = block;
        private readonly float noise = noise;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            Span<float> red = block.Noise(0), green = block.Noise(1), blue = block.Noise(2);
            for (var i = from; i < to; i += T.Count)
            {
                T slopeRed = MatteNoise.Slope(block.Red.Load<T>(i)), slopeGreen = MatteNoise.Slope(block.Green.Load<T>(i)), slopeBlue = MatteNoise.Slope(block.Blue.Load<T>(i));
                T noiseRed = slopeRed * T.Of(noise), noiseGreen = slopeGreen * T.Of(noise), noiseBlue = slopeBlue * T.Of(noise);
                red.Save(i, noiseRed * noiseRed);
                green.Save(i, noiseGreen * noiseGreen);
                blue.Save(i, noiseBlue * noiseBlue);
                block.Volume.Save(i, slopeRed * slopeGreen * slopeBlue);
            }
        }
    }
}
