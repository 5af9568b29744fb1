using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Tests;

/// <summary>What many paths see on average.</summary>
internal static class Seen
{
    /// <param name="tracer">The scene.</param>
    /// <param name="ray">The ray of each path, by its number.</param>
    /// <param name="samples">How many paths.</param>
    public static Vector3 Mean(PathTracer tracer, Func<int, Ray> ray, int samples)
    {
        var sum = Vector3.Zero;
        for (var s = 0; s < samples; s++)
        {
            var sampler = new Sampler(s, 3, s, 7);
            sum += tracer.Trace(ray(s), ref sampler).Radiance;
        }
        return sum / samples;
    }
}
