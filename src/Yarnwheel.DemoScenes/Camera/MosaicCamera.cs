using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Camera;

/// <summary>A stand-in for a camera that writes raw files: what a sensor with a Bayer mosaic would have counted of a scene's light.</summary>
internal sealed record MosaicCamera
{
    /// <summary>From CIE XYZ under D65 to the sensor's red, green and blue, row by row; invented, as overlapping as a real sensor's.</summary>
    public IReadOnlyList<float> Matrix { get; init; } = [0.86f, -0.27f, -0.08f, -0.44f, 1.24f, 0.21f, -0.06f, 0.16f, 0.62f];

    /// <summary>What the scene's lamps do to the sensor's channels: a warm lamp has more red.</summary>
    public IReadOnlyList<float> Lamp { get; init; } = [1, 1, 1];

    /// <summary>Code of no light.</summary>
    public int Black { get; init; } = 512;

    /// <summary>Code of a full pixel.</summary>
    public int White { get; init; } = 15871;

    /// <summary>Electrons that a pixel holds; fewer counted, more noise.</summary>
    public float Full { get; init; } = 90_000;

    /// <summary>Deviation of what reading adds, electrons.</summary>
    public float ReadNoise { get; init; } = 2;

    /// <summary>How the camera was held (EXIF 2.32, tag 274): 1 upright, 6 turned.</summary>
    public int Orientation { get; init; } = 1;

    /// <summary>The sensor's answer to white, green 1: the white balance as shot.</summary>
    public float[] Neutral()
    {
        var white = Channels(1, 1, 1);
        return [white[0] / white[1], 1, white[2] / white[1]];
    }

    /// <summary>Exposes the sensor.</summary>
    /// <param name="light">Linear light with sRGB primaries, interleaved, upright; 1 fills the pixel that fills first.</param>
    /// <param name="width">Pixels, even.</param>
    /// <param name="height">Pixels, even.</param>
    /// <param name="seed">Of the noise.</param>
    /// <returns>Codes as the sensor lies (turned where the camera was), red and green in the first row, and their size.</returns>
    public (ushort[] Codes, int Width, int Height) Expose(float[] light, int width, int height, uint seed)
    {
        var (w, h) = Orientation == 6 ? (height, width) : (width, height);
        var codes = new ushort[w * h];
        var most = Channels(1, 1, 1).Max();
        Parallel.For(0, h, y =>
        {
            var dice = new Random(HashCode.Combine(seed, y));
            for (var x = 0; x < w; x++)
            {
                // EXIF 6: the sensor's first row is the picture's right side.
                var (px, py) = Orientation == 6 ? (width - 1 - y, x) : (x, y);
                var at = 3 * (py * width + px);
                var channel = (y % 2) + (x % 2);
                var electrons = MathF.Max(0, Channels(light[at], light[at + 1], light[at + 2])[channel] / most) * Full;
                // Photons are counted: the variance is the mean (Poisson), near enough normal where there are many.
                electrons += (float)(Gauss(dice) * Math.Sqrt(electrons) + Gauss(dice) * ReadNoise);
                codes[y * w + x] = (ushort)Math.Clamp((int)MathF.Round(Black + electrons / Full * (White - Black)), 0, White);
            }
        });
        return (codes, w, h);
    }

    /// <summary>The light behind the plates before the sensor, which split each point into four half a pixel off, both ways, so that the mosaic sees no finer than it can tell (common practice, no source).</summary>
    /// <param name="light">Interleaved.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public static float[] Spread(float[] light, int width, int height)
    {
        var spread = new float[light.Length];
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++)
                for (var c = 0; c < 3; c++)
                {
                    var sum = 0f;
                    for (var k = 0; k < 9; k++)
                    {
                        var (dx, dy) = (k % 3 - 1, k / 3 - 1);
                        var weight = (2 - Math.Abs(dx)) * (2 - Math.Abs(dy)) / 16f;
                        sum += weight * light[3 * (Math.Clamp(y + dy, 0, height - 1) * width + Math.Clamp(x + dx, 0, width - 1)) + c];
                    }
                    spread[3 * (y * width + x) + c] = sum;
                }
        });
        return spread;
    }

    /// <summary>Box and Muller, 1958.</summary>
    private static double Gauss(Random dice) => Math.Sqrt(-2 * Math.Log(1 - dice.NextDouble())) * Math.Cos(2 * Math.PI * dice.NextDouble());

    private float[] Channels(float red, float green, float blue)
    {
        // IEC 61966-2-1: linear sRGB to CIE XYZ under D65.
        var x = 0.4124f * red + 0.3576f * green + 0.1805f * blue;
        var y = 0.2126f * red + 0.7152f * green + 0.0722f * blue;
        var z = 0.0193f * red + 0.1192f * green + 0.9505f * blue;
        return [.. Enumerable.Range(0, 3).Select(c => Lamp[c] * (Matrix[3 * c] * x + Matrix[3 * c + 1] * y + Matrix[3 * c + 2] * z))];
    }
}
