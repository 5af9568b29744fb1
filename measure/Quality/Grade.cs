using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Measure.Quality;

/// <summary>How near a mask, and the picture made with it, come to the truth of a scene.</summary>
/// <param name="Sad">Sum of absolute differences of alpha in the unknown band, thousands.</param>
/// <param name="Mse">Mean squared difference there, × 1000.</param>
/// <param name="Gradient">Gradient error there (Rhemann et al. 2009), thousands.</param>
/// <param name="Difference">Mean CIEDE2000 between the picture and the ideal one, where the truth is mixed.</param>
/// <param name="Left">Mean OKLab chroma × 100 left where alpha is below 0.01, within the band.</param>
/// <param name="Strands">Share of the strands' length that the mask keeps above one half; null where there are none.</param>
/// <param name="Iou">Overlap of mask and truth, each cut at one half.</param>
/// <param name="Islands">Pieces of four pixels or more above one half that hold next to nothing of the truth.</param>
internal sealed record Grade(double Sad, double Mse, double Gradient, double Difference, double Left, double? Strands, double Iou, int Islands)
{
    /// <param name="scene">The truth.</param>
    /// <param name="band">The unknown pixels.</param>
    /// <param name="mask">Judged.</param>
    /// <param name="picture">Judged: interleaved linear light.</param>
    public static Grade Of(MatteScene scene, bool[] band, float[] mask, float[] picture)
    {
        double sad = 0, square = 0, gradient = 0, difference = 0, left = 0;
        int count = 0, mixed = 0, clear = 0;
        float[] own = GradientOf(mask, scene), truth = GradientOf(scene.Alpha, scene);
        for (var i = 0; i < mask.Length; i++)
        {
            var alpha = scene.Alpha[i];
            if (alpha is > 0.004f and < 0.996f)
            {
                var ideal = scene.Ideal(i);
                difference += Ciede2000.Between(Lab(picture[3 * i], picture[3 * i + 1], picture[3 * i + 2]), Lab(ideal.R, ideal.G, ideal.B));
                mixed++;
            }
            if (!band[i]) continue;
            var off = Math.Abs(mask[i] - alpha);
            sad += off;
            square += off * off;
            gradient += (own[i] - truth[i]) * (own[i] - truth[i]);
            count++;
            if (alpha >= 0.01f) continue;
            var (_, a, b) = OkLab.FromLinear(picture[3 * i], picture[3 * i + 1], picture[3 * i + 2]);
            left += 100 * OkLab.Chroma(a, b);
            clear++;
        }
        double? strands = scene.Strands.Length == 0 ? null : scene.Strands.Count(s => mask[s] > 0.5f) / (double)scene.Strands.Length;
        return new Grade(sad / 1000, 1000 * square / Math.Max(1, count), gradient / 1000, difference / Math.Max(1, mixed), left / Math.Max(1, clear), strands, Overlap(mask, scene.Alpha), FalseIslands(mask, scene));
    }

    /// <summary>Intersection over union, each cut at one half.</summary>
    public static double Overlap(float[] mask, float[] truth)
    {
        int both = 0, either = 0;
        for (var i = 0; i < mask.Length; i++)
        {
            both += mask[i] > 0.5f && truth[i] > 0.5f ? 1 : 0;
            either += mask[i] > 0.5f || truth[i] > 0.5f ? 1 : 0;
        }
        return both / (double)Math.Max(1, either);
    }

    private static int FalseIslands(float[] mask, MatteScene scene)
    {
        var pieces = Components.Of(Marks.Above(mask, 0.5f), scene.Width, scene.Height);
        var (size, known) = (new int[pieces.Count], new float[pieces.Count]);
        foreach (var run in pieces.Runs)
        {
            size[run.Label] += run.End - run.Begin;
            for (var x = run.Begin; x < run.End; x++) known[run.Label] += scene.Alpha[run.Y * scene.Width + x];
        }
        return Enumerable.Range(0, pieces.Count).Count(k => size[k] >= 4 && known[k] < 0.1f * size[k]);
    }

    private static (double, double, double) Lab(float red, float green, float blue)
    {
        var (l, a, b) = CieLab.FromLinear(Math.Clamp(red, 0, 1), Math.Clamp(green, 0, 1), Math.Clamp(blue, 0, 1));
        return (l, a, b);
    }

    /// <summary>Steepness of a mask smoothed by a Gaussian of 1.4 pixels.</summary>
    private static float[] GradientOf(float[] mask, MatteScene scene)
    {
        var smooth = GaussianBlur.Of(new Plane<float>(new Region(0, 0, scene.Width, scene.Height), mask), 1.4, CancellationToken.None).Values;
        var result = new float[mask.Length];
        for (var y = 1; y < scene.Height - 1; y++)
        {
            for (var x = 1; x < scene.Width - 1; x++)
            {
                var at = y * scene.Width + x;
                float dx = (smooth[at + 1] - smooth[at - 1]) / 2, dy = (smooth[at + scene.Width] - smooth[at - scene.Width]) / 2;
                result[at] = MathF.Sqrt(dx * dx + dy * dy);
            }
        }
        return result;
    }
}
