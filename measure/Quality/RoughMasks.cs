using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Measure.Quality;

/// <summary>Masks as a hand or a range of colours gives them: the body, up to some pixels off, hard, without single strands.</summary>
internal static class RoughMasks
{
    private const double Astray = 3;

    public static float[] Of(float[] alpha, int width, int height)
    {
        // Thin things are painted along, a few pixels too wide; the rest is the body of what is there.
        var wide = GaussianBlur.Of(new Plane<float>(new Region(0, 0, width, height), alpha), 3, CancellationToken.None).Values;
        var body = wide.Max() > 0.9f ? 0.5f : 0.08f;
        var noise = new SmoothNoise(77);
        var rough = new float[alpha.Length];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var u = Math.Clamp((int)Math.Round(x + Astray * noise.At(x / 30.0, y / 30.0)), 0, width - 1);
                var v = Math.Clamp((int)Math.Round(y + Astray * noise.At(x / 30.0 + 40, y / 30.0)), 0, height - 1);
                rough[y * width + x] = wide[v * width + u] >= body ? 1 : 0;
            }
        }
        return rough;
    }
}
