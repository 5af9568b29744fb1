using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>How near a mask comes to a subject.</summary>
/// <param name="Overlap">Intersection over union of what is more than half covered.</param>
/// <param name="Sad">Sum of absolute differences of alpha, thousands.</param>
/// <param name="Boundary">Mean distance from one contour to the other, both ways, pixels.</param>
internal sealed record SubjectGrade(double Overlap, double Sad, double Boundary)
{
    public static SubjectGrade Of(SubjectScene scene, float[] mask)
    {
        bool[] own = [.. mask.Select(m => m >= 0.5f)], truth = [.. scene.Alpha.Select(a => a >= 0.5f)];
        var sad = mask.Select((m, i) => (double)Math.Abs(m - scene.Alpha[i])).Sum() / 1000;
        bool[] contour = Contour(own, scene.Width), meant = Contour(truth, scene.Width);
        return new SubjectGrade(DemoScenes.Truth.Overlap.Of(mask, scene.Alpha), sad, (Distance(contour, meant, scene) + Distance(meant, contour, scene)) / 2);
    }

    private static double Distance(bool[] from, bool[] to, SubjectScene scene)
    {
        var distances = DistanceTransform.Of(to, scene.Width, scene.Height);
        var all = Enumerable.Range(0, from.Length).Where(i => from[i]).Select(i => Math.Min(distances.Distance(i), Math.Max(scene.Width, scene.Height))).ToArray();
        return all.Length == 0 ? 0 : all.Average();
    }

    private static bool[] Contour(bool[] inside, int width)
    {
        var result = new bool[inside.Length];
        for (var i = 0; i < inside.Length; i++)
            result[i] = inside[i] && ((i % width > 0 && !inside[i - 1]) || (i % width < width - 1 && !inside[i + 1]) || (i >= width && !inside[i - width]) || (i + width < inside.Length && !inside[i + width]));
        return result;
    }
}
