namespace Yarnwheel.Core.Masks.Edges;

/// <summary>A place along a ray, seen from its beginning.</summary>
/// <param name="X">Pixels across.</param>
/// <param name="Y">Pixels down.</param>
/// <param name="Length">Pixels along the ray.</param>
internal readonly record struct RayStep(int X, int Y, float Length)
{
    /// <summary>Rays evenly all round.</summary>
    /// <param name="count">How many.</param>
    /// <param name="reach">How far they run, pixels.</param>
    /// <param name="growth">How much longer steps become with the way: at least a pixel, else this share of it.</param>
    public static RayStep[][] Fan(int count, double reach, double growth) => [.. Enumerable.Range(0, count).Select(k => Ray(2 * Math.PI * k / count, reach, growth))];

    private static RayStep[] Ray(double angle, double reach, double growth)
    {
        var steps = new List<RayStep>();
        for (var t = 1.0; t <= reach; t += Math.Max(1, t * growth))
            steps.Add(new RayStep((int)Math.Floor(Math.Cos(angle) * t + 0.5), (int)Math.Floor(Math.Sin(angle) * t + 0.5), (float)t));
        return [.. steps];
    }
}
