using System.Numerics;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Tracing;

/// <summary>Follows light backwards from the lens (Kajiya 1986), the sun sampled directly at each meeting.</summary>
internal sealed class PathTracer(Bvh shapes, Lighting lighting, int maximumDepth = 5)
{
    /// <summary>Radiance along the ray, and the subject its first meeting belongs to (−1 for none).</summary>
    public (Vector3 Radiance, int Subject) Trace(Ray ray, ref Sampler sampler)
    {
        var radiance = Vector3.Zero;
        var throughput = Vector3.One;
        var subject = -1;
        for (var depth = 0; depth < maximumDepth; depth++)
        {
            Hit hit = default;
            if (!shapes.Nearest(ray, 0, float.MaxValue, ref hit))
            {
                radiance += throughput * lighting.Sky(ray.Direction);
                break;
            }
            if (depth == 0) subject = hit.Primitive!.Subject;

            var facing = Vector3.Dot(hit.Normal, ray.Direction) < 0 ? hit.Normal : -hit.Normal;
            hit.Normal = facing;
            var surface = hit.Primitive!.Material.At(hit);
            var outwards = -ray.Direction;
            // Numbers lose digits with the size of the scene: the offset grows with the distance from the origin.
            var offset = 1e-5f * (1 + hit.Point.Length());

            if (lighting.Sun != Vector3.Zero)
            {
                var (direction, irradiance) = lighting.SampleSun(sampler.Next2());
                var response = surface.Evaluate(facing, outwards, direction);
                if (response != Vector3.Zero)
                {
                    var side = Vector3.Dot(facing, direction) > 0 ? facing : -facing;
                    if (!shapes.Blocked(new Ray(hit.Point + side * offset, direction), 0, float.MaxValue))
                        radiance += throughput * response * irradiance;
                }
            }

            var (next, weight) = surface.Scatter(facing, outwards, ref sampler);
            throughput *= weight;
            var strongest = MathF.Max(throughput.X, MathF.Max(throughput.Y, throughput.Z));
            if (strongest <= 0) break;
            if (depth >= 1)
            {
                var survive = MathF.Min(0.95f, strongest);
                if (sampler.Next() >= survive) break;
                throughput /= survive;
            }
            var leaving = Vector3.Dot(facing, next) > 0 ? facing : -facing;
            ray = new Ray(hit.Point + leaving * offset, next);
        }
        return (radiance, subject);
    }
}
