namespace Yarnwheel.Measure.Quality.Edges.Randomised;

/// <summary>Colours, and what they are laid out in.</summary>
internal static class RandomGrounds
{
    /// <summary>A colour of any hue, dark or light, linear light.</summary>
    public static float[] Colour(Random random)
    {
        double hue = random.Within(0, 6), light = Math.Exp(random.Within(Math.Log(0.03), Math.Log(0.75))), saturation = Math.Pow(random.NextDouble(), 0.7);
        return [.. new[] { hue, hue + 2, hue + 4 }.Select(h => (float)(light * (1 - saturation + saturation * 1.6 * Math.Clamp(Math.Abs(h % 6 - 3) - 1, 0, 1))))];
    }

    /// <summary>Stripes, checks, a slope, soft or hard patches.</summary>
    public static Func<double, double, float[]> Of(Random random, float[][] dyes)
    {
        if (dyes.Length == 1 || dyes.All(d => d == dyes[0])) return (_, _) => dyes[0];
        var noise = new SmoothNoise(random.Next());
        double size = 12 * Math.Pow(15, random.NextDouble()), turn = random.NextDouble() * Math.PI;
        var (cos, sin) = (Math.Cos(turn), Math.Sin(turn));
        float[] Mix(double t)
        {
            var at = Math.Clamp(t, 0, 0.9999) * (dyes.Length - 1);
            int k = (int)at;
            return [.. dyes[k].Select((v, c) => v + (float)(at - k) * (dyes[k + 1][c] - v))];
        }
        switch (random.Next(5))
        {
            case 0: return (x, y) => dyes[(((int)Math.Floor((x * cos + y * sin) / size) % dyes.Length) + dyes.Length) % dyes.Length];
            case 1: return (x, y) => dyes[(((int)Math.Floor((x * cos + y * sin) / size) + (int)Math.Floor((y * cos - x * sin) / size)) % dyes.Length + dyes.Length) % dyes.Length];
            case 2: return (x, y) => Mix(0.5 + (((x - 256) * cos + (y - 200) * sin) / 640));
            case 3: return (x, y) => Mix(0.5 + 0.9 * noise.At(x / (2 * size), y / (2 * size)));
            default: return (x, y) => dyes[Math.Clamp((int)((noise.At(x / size, y / size) * 0.75 + 0.5) * dyes.Length), 0, dyes.Length - 1)];
        }
    }
}
