using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Measure.Quality;

/// <summary>What lenses and hands do to a scene: planes out of focus or moved.</summary>
internal static class Softening
{
    /// <param name="plane">Row by row.</param>
    /// <param name="sigma">Pixels.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public static float[] Blurred(float[] plane, double sigma, int width, int height) => GaussianBlur.Of(new Plane<float>(new Region(0, 0, width, height), plane), sigma, CancellationToken.None).Values;

    /// <summary>The same of interleaved light.</summary>
    public static float[] BlurredLight(float[] light, double sigma, int width, int height)
    {
        var channels = Enumerable.Range(0, 3).Select(c => Blurred([.. light.Where((_, i) => i % 3 == c)], sigma, width, height)).ToArray();
        return [.. light.Select((_, i) => channels[i % 3][i / 3])];
    }

    /// <summary>The mean of a plane moved by each of some steps, pixels; beyond its border the border goes on.</summary>
    public static float[] Moved(float[] still, IReadOnlyList<(int X, int Y)> steps, int width, int height)
    {
        var moved = new float[still.Length];
        foreach (var (dx, dy) in steps)
            for (var y = 0; y < height; y++)
                for (var x = 0; x < width; x++) moved[y * width + x] += still[Math.Clamp(y + dy, 0, height - 1) * width + Math.Clamp(x + dx, 0, width - 1)] / steps.Count;
        return moved;
    }
}
