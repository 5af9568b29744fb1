namespace Yarnwheel.Measure.Quality;

/// <summary>Surfaces of one dye, linear light.</summary>
internal static class Dyes
{
    /// <summary>A dye with patches of shade and a finer grain of yarn, interleaved.</summary>
    /// <param name="dye">Its colour.</param>
    /// <param name="grain">Size of the grain, pixels.</param>
    /// <param name="depth">How deep the shade is.</param>
    /// <param name="seed">Of the noise.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public static float[] Texture(float[] dye, double grain, float depth, int seed, int width, int height) => Texture((_, _) => dye, grain, depth, seed, width, height);

    /// <summary>The same of a dye that changes from place to place.</summary>
    public static float[] Texture(Func<double, double, float[]> dye, double grain, float depth, int seed, int width, int height)
    {
        var result = new float[3 * width * height];
        var noise = new SmoothNoise(seed);
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var shade = 1 + depth * (noise.At(x / (grain * 6), y / (grain * 6)) + 0.6f * noise.At(x / grain + 50, y / grain));
                var cast = 0.12f * noise.At(x / (grain * 4) + 90, y / (grain * 4));
                var own = dye(x, y);
                for (var c = 0; c < 3; c++) result[3 * (y * width + x) + c] = own[c] * MathF.Max(0.15f, shade) * (1 + cast * (c - 1));
            }
        }
        return result;
    }
}
