namespace Yarnwheel.Measure.Quality;

/// <summary>Masks as a hand or a range of colours gives them: the body, up to some pixels off, hard, without single strands.</summary>
internal static class RoughMasks
{
    public static float[] Of(float[] alpha, int width, int height)
    {
        // Thin things are painted along, a few pixels too wide; the rest is the body of what is there.
        var wide = Softening.Blurred(alpha, 3, width, height);
        return Astray(wide, wide.Max() > 0.9f ? 0.5f : 0.08f, new SmoothNoise(77), 3, 30, width, height);
    }

    /// <summary>1 where a plane reaches a level, seen from where a hand strays to.</summary>
    /// <param name="plane">Row by row.</param>
    /// <param name="level">From which on it is inside.</param>
    /// <param name="noise">How the hand strays.</param>
    /// <param name="astray">The farthest it strays along an axis, pixels.</param>
    /// <param name="size">From one turn of it to the next, pixels.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public static float[] Astray(float[] plane, float level, SmoothNoise noise, double astray, double size, int width, int height)
    {
        var rough = new float[plane.Length];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var u = Math.Clamp((int)Math.Round(x + astray * noise.At(x / size, y / size)), 0, width - 1);
                var v = Math.Clamp((int)Math.Round(y + astray * noise.At(x / size + 40, y / size)), 0, height - 1);
                rough[y * width + x] = plane[v * width + u] >= level ? 1 : 0;
            }
        }
        return rough;
    }
}
