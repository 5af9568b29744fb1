using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Tracing;

/// <summary>Follows light backwards from the lens (Kajiya 1986), the sun and the lamps sampled directly at each meeting.</summary>
internal sealed class PathTracer(Bvh shapes, Lighting lighting, int maximumDepth = 5, Steam? steam = null)
{
    private const int MostBorders = 12;

    /// <summary>Radiance along the ray, and the subject its first meeting belongs to (−1 for none, or for steam).</summary>
    public (Vector3 Radiance, int Subject) Trace(Ray ray, ref Sampler sampler)
    {
        var radiance = Vector3.Zero;
        var throughput = Vector3.One;
        var subject = -1;
        var direct = true;      // sharp mirrors and clear things alone lie between here and the lens
        var seesLamps = true;   // lamps were not looked for at the last meeting
        for (var depth = 0; depth < maximumDepth; depth++)
        {
            Hit hit = default;
            var met = shapes.Nearest(ray, 0, float.MaxValue, ref hit);
            if (steam is not null && steam.Meet(ray, met ? hit.Distance : float.MaxValue, ref sampler) is < float.MaxValue and var way)
            {
                radiance += throughput * LitSteam(ray.At(way), ray.Direction, ref sampler);
                ray = new Ray(ray.At(way), steam.Scatter(ray.Direction, ref sampler));
                (direct, seesLamps) = (false, false);
                continue;
            }
            if (!met)
            {
                radiance += throughput * lighting.Sky(ray.Direction);
                break;
            }
            if (depth == 0) subject = hit.Primitive!.Subject;

            hit.FromInside = Vector3.Dot(hit.Normal, ray.Direction) >= 0;
            var facing = hit.FromInside ? -hit.Normal : hit.Normal;
            hit.Normal = facing;
            var surface = hit.Primitive!.Material.At(hit);
            throughput *= surface.Kept;
            if (surface.Emission != Vector3.Zero && seesLamps && (direct || !AreaLight.IsBright(surface.Emission))) radiance += throughput * surface.Emission;
            var outwards = -ray.Direction;
            // Numbers lose digits with the size of the scene: the offset grows with the distance from the origin.
            var offset = 1e-5f * (1 + hit.Point.Length());

            if (lighting.Sun != Vector3.Zero)
            {
                var (direction, irradiance) = lighting.SampleSun(sampler.Next2());
                radiance += throughput * Lit(surface, facing, hit.Point, offset, outwards, direction, float.MaxValue, irradiance, gloss: false, ref sampler);
            }
            foreach (var lamp in lighting.Lamps)
            {
                var (direction, distance, irradiance) = lamp.Sample(hit.Point, sampler.Next2());
                radiance += throughput * Lit(surface, facing, hit.Point, offset, outwards, direction, distance * 0.9999f, irradiance, AreaLight.IsBright(lamp.Radiance), ref sampler);
            }

            var (next, weight, mirrored) = surface.Scatter(facing, outwards, ref sampler);
            throughput *= weight;
            // Through clear things the lamps were found already, as if the light went straight.
            if (surface.Refraction == 0) seesLamps = mirrored;
            direct &= mirrored && !surface.IsRoughCoat;
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

    /// <summary>What a surface sends back of the light that comes from one direction, where nothing stands between; the sun is too hazy to glitter.</summary>
    private Vector3 Lit(in Surface surface, Vector3 facing, Vector3 point, float offset, Vector3 outwards, Vector3 direction, float distance,
        Vector3 irradiance, bool gloss, ref Sampler sampler)
    {
        if (irradiance == Vector3.Zero) return Vector3.Zero;
        var response = surface.Evaluate(facing, outwards, direction);
        if (gloss && Vector3.Dot(facing, direction) > 0) response += new Vector3(surface.EvaluateCoat(outwards, direction));
        if (response == Vector3.Zero) return Vector3.Zero;
        var side = Vector3.Dot(facing, direction) > 0 ? facing : -facing;
        return response * irradiance * Arriving(new Ray(point + side * offset, direction), distance, ref sampler);
    }

    /// <summary>What steam sends on of the sun's and the lamps' light.</summary>
    private Vector3 LitSteam(Vector3 at, Vector3 travelling, ref Sampler sampler)
    {
        var light = Vector3.Zero;
        if (lighting.Sun != Vector3.Zero)
        {
            var (direction, irradiance) = lighting.SampleSun(new Vector2(sampler.NextFree(), sampler.NextFree()));
            light += irradiance * (steam!.Phase(travelling, direction) * Arriving(new Ray(at, direction), float.MaxValue, ref sampler));
        }
        foreach (var lamp in lighting.Lamps)
        {
            var (direction, distance, irradiance) = lamp.Sample(at, new Vector2(sampler.NextFree(), sampler.NextFree()));
            if (irradiance != Vector3.Zero)
                light += irradiance * (steam!.Phase(travelling, direction) * Arriving(new Ray(at, direction), distance * 0.9999f, ref sampler));
        }
        return light;
    }

    /// <summary>Share of light that arrives along a ray: nothing past opaque things, dyed past clear ones, by chance through steam.</summary>
    private Vector3 Arriving(Ray ray, float far, ref Sampler sampler)
    {
        if (steam is not null && steam.Meet(ray, far, ref sampler) < float.MaxValue) return Vector3.Zero;
        if (!shapes.HasClear) return shapes.Blocked(ray, 0, far) ? Vector3.Zero : Vector3.One;
        var share = Vector3.One;
        for (var k = 0; k < MostBorders; k++)
        {
            Hit hit = default;
            if (!shapes.Nearest(ray, 0, far, ref hit)) return share;
            if (!hit.Primitive!.Material.IsClear) return Vector3.Zero;
            hit.FromInside = Vector3.Dot(hit.Normal, ray.Direction) >= 0;
            if (hit.FromInside) hit.Normal = -hit.Normal;
            var surface = hit.Primitive.Material.At(hit);
            share *= surface.Kept * (1 - Surface.FresnelClear(surface.Refraction, MathF.Abs(Vector3.Dot(hit.Normal, ray.Direction))));
            if (share == Vector3.Zero) return share;
            var offset = 1e-5f * (1 + hit.Point.Length());
            far -= hit.Distance + offset;
            ray = new Ray(hit.Point + ray.Direction * offset, ray.Direction);
        }
        return Vector3.Zero;
    }
}
