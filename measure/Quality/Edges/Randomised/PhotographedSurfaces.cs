using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Photographs;
using Yarnwheel.Measure.Quality.Subjects;

namespace Yarnwheel.Measure.Quality.Edges.Randomised;

/// <summary>What open photographs look like: whole grounds, and surfaces of things.</summary>
internal sealed class PhotographedSurfaces
{
    private readonly (float[] Light, int Width, int Height)[] sizes;

    private PhotographedSurfaces((float[] Light, int Width, int Height)[] sizes) => this.sizes = sizes;

    /// <param name="aside">Those that nothing was tuned on, or the others.</param>
    public static PhotographedSurfaces All(bool aside)
    {
        var sizes = new List<(float[], int, int)>();
        foreach (var file in OpenPhotographs.Files(aside))
        {
            var pyramid = OpenPhotographs.Read(file);
            for (var level = 0; pyramid.Level(level) is { Width: >= 320, Height: >= 240 } photo; level++)
            {
                if (photo.Width * photo.Height < 2_000_000) sizes.Add((SubjectScenes.Light(photo, out _), photo.Width, photo.Height));
            }
        }
        return new PhotographedSurfaces([.. sizes]);
    }

    /// <summary>A piece of a photograph, mirrored where it ends.</summary>
    /// <param name="random">Which one.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <returns>Interleaved linear light.</returns>
    public float[] Ground(Random random, int width, int height)
    {
        var photo = sizes[random.Next(sizes.Length)];
        return Laid(photo.Light, photo.Width, random.Next(Math.Max(1, photo.Width - width)), random.Next(Math.Max(1, photo.Height - height)), Math.Min(width, photo.Width), Math.Min(height, photo.Height), width, height);
    }

    /// <summary>A small piece of a photograph, mirrored again and again: of a few, the most even one.</summary>
    public float[] Surface(Random random, int width, int height)
    {
        var tried = Enumerable.Range(0, 3).Select(_ =>
        {
            var photo = sizes[random.Next(sizes.Length)];
            var side = (int)random.Within(20, 130);
            return Laid(photo.Light, photo.Width, random.Next(photo.Width - side), random.Next(photo.Height - side), side, side, width, height);
        });
        return tried.MinBy(Unevenness)!;
    }

    private static float[] Laid(float[] light, int stride, int left, int top, int across, int down, int width, int height)
    {
        var result = new float[3 * width * height];
        for (var y = 0; y < height; y++)
            for (var x = 0; x < width; x++)
                light.AsSpan(3 * ((top + Mirrored(y, down)) * stride + left + Mirrored(x, across)), 3).CopyTo(result.AsSpan(3 * (y * width + x)));
        return result;
    }

    private static int Mirrored(int at, int length) => at % (2 * length) is var k && k < length ? k : 2 * length - 1 - k;

    /// <summary>Variance of the light over its mean squared.</summary>
    private static double Unevenness(float[] light)
    {
        double sum = 0, squares = 0;
        for (var i = 0; i < light.Length; i++) (sum, squares) = (sum + light[i], squares + light[i] * light[i]);
        var mean = sum / light.Length;
        return squares / light.Length / Math.Max(1e-9, mean * mean) - 1;
    }
}
