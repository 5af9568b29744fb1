using System.Numerics;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>How light leaves a point: diffuse, a rim of cloth sheen, light let through, and a glossy coat.</summary>
internal readonly struct Surface
{
    /// <summary>Share of the light sent back diffusely, per channel, 0 … 1.</summary>
    public Vector3 Albedo { get; init; }

    /// <summary>The shading normal; tilted against the geometric one by fine relief.</summary>
    public Vector3 Normal { get; init; }

    /// <summary>Strength of the rim light of loose fibres (Estevez, Kulla 2017, in Burley's simple form).</summary>
    public float Sheen { get; init; }

    /// <summary>Share of the light let through to the other side, per channel.</summary>
    public Vector3 Through { get; init; }

    /// <summary>Reflectance of the coat seen straight on, 0 for none, 0.04 for varnish.</summary>
    public float Coat { get; init; }

    /// <summary>Roughness of the coat, 0 … 1.</summary>
    public float Roughness { get; init; }

    /// <summary>Reflected share times the cosine for light from <paramref name="inwards"/>, without the coat.</summary>
    public Vector3 Evaluate(Vector3 geometric, Vector3 outwards, Vector3 inwards)
    {
        var cosine = Vector3.Dot(Normal, inwards);
        var same = Vector3.Dot(geometric, inwards) > 0;
        if (!same) return Through * (MathF.Max(0, -cosine) / MathF.PI);
        if (cosine <= 0) return Vector3.Zero;
        var response = Albedo / MathF.PI;
        if (Sheen > 0) response += Rim(outwards, inwards) * Vector3.One;
        if (Coat > 0) response *= 1 - Fresnel(Coat, MathF.Max(0, Vector3.Dot(Normal, outwards)));
        return response * cosine;
    }

    /// <summary>The next direction of a path and the weight its light gets.</summary>
    public (Vector3 Direction, Vector3 Weight) Scatter(Vector3 geometric, Vector3 outwards, ref Sampler sampler)
    {
        var u = sampler.Next2();
        if (Coat > 0)
        {
            var reflectance = Fresnel(Coat, MathF.Max(0, Vector3.Dot(Normal, outwards)));
            var chance = Math.Clamp(reflectance, 0.1f, 0.9f);
            if (sampler.Next() < chance)
            {
                var half = GgxHalf(Normal, Roughness, u);
                var mirrored = Vector3.Reflect(-outwards, half);
                if (Vector3.Dot(mirrored, geometric) <= 0) return (geometric, Vector3.Zero);
                return (mirrored, Vector3.One * (Fresnel(Coat, MathF.Max(0, Vector3.Dot(half, outwards))) / chance));
            }
            var (direction, weight) = Diffuse(geometric, outwards, u, ref sampler);
            return (direction, weight * ((1 - reflectance) / (1 - chance)));
        }
        return Diffuse(geometric, outwards, u, ref sampler);
    }

    private (Vector3 Direction, Vector3 Weight) Diffuse(Vector3 geometric, Vector3 outwards, Vector2 u, ref Sampler sampler)
    {
        if (Through != Vector3.Zero && sampler.Next() < 0.5f)
            return (Sampling.CosineHemisphere(-Normal, u), Through * 2);
        var share = Through != Vector3.Zero ? 2f : 1f;
        var direction = Sampling.CosineHemisphere(Normal, u);
        if (Vector3.Dot(direction, geometric) <= 0) return (geometric, Vector3.Zero);
        var weight = Albedo;
        if (Sheen > 0) weight += Vector3.One * (Rim(outwards, direction) * MathF.PI);
        return (direction, weight * share);
    }

    private float Rim(Vector3 outwards, Vector3 inwards)
    {
        var half = outwards + inwards;
        var length = half.Length();
        if (length < 1e-6f) return 0;
        var grazing = 1 - MathF.Max(0, Vector3.Dot(half / length, inwards));
        return Sheen * grazing * grazing * grazing * grazing * grazing;
    }

    private static float Fresnel(float straight, float cosine)
    {
        var m = 1 - cosine;
        return straight + (1 - straight) * m * m * m * m * m;
    }

    private static Vector3 GgxHalf(Vector3 normal, float roughness, Vector2 u)
    {
        var a = roughness * roughness;
        var cosine = MathF.Sqrt((1 - u.X) / (1 + (a * a - 1) * u.X));
        var sine = MathF.Sqrt(MathF.Max(0, 1 - cosine * cosine));
        var (s, t) = Sampling.Frame(normal);
        var angle = 2 * MathF.PI * u.Y;
        return Vector3.Normalize(s * (sine * MathF.Cos(angle)) + t * (sine * MathF.Sin(angle)) + normal * cosine);
    }
}
