using System.Numerics;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>How light leaves a point: diffuse, a rim of cloth sheen, light let through, and a glossy coat.</summary>
internal readonly struct Surface
{
    public Surface() => Kept = Vector3.One;

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

    /// <summary>Reflectance of bare metal seen straight on, per channel; zero for what isn't metal.</summary>
    public Vector3 Metal { get; init; }

    /// <summary>Refractive index on the far side over that on the side of arrival, turned over (n₁/n₂); 0 for what isn't clear.</summary>
    public float Refraction { get; init; }

    /// <summary>Share of the light that was left after the way to this point through a clear inside.</summary>
    public Vector3 Kept { get; init; }

    /// <summary>Radiance of its own.</summary>
    public Vector3 Emission { get; init; }

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

    /// <summary>The next direction of a path, the weight its light gets, and whether it was mirrored or refracted rather than scattered.</summary>
    public (Vector3 Direction, Vector3 Weight, bool Mirrored) Scatter(Vector3 geometric, Vector3 outwards, ref Sampler sampler)
    {
        if (Refraction > 0) return (Refracted(outwards, ref sampler), Vector3.One, true);
        var u = sampler.Next2();
        if (Metal != Vector3.Zero)
        {
            var half = GgxHalf(Normal, Roughness, u);
            var mirrored = Vector3.Reflect(-outwards, half);
            // What would enter the metal is sent back once more, as its neighbouring facets would.
            var below = Vector3.Dot(mirrored, geometric);
            if (below <= 0) mirrored = Vector3.Normalize(mirrored - geometric * (2 * below - 1e-4f));
            var m = 1 - MathF.Max(0, Vector3.Dot(half, outwards));
            return (mirrored, Metal + (Vector3.One - Metal) * (m * m * m * m * m), true);
        }
        if (Coat > 0)
        {
            var reflectance = Fresnel(Coat, MathF.Max(0, Vector3.Dot(Normal, outwards)));
            var chance = Math.Clamp(reflectance, 0.1f, 0.9f);
            if (sampler.Next() < chance)
            {
                var half = GgxHalf(Normal, Roughness, u);
                var mirrored = Vector3.Reflect(-outwards, half);
                if (Vector3.Dot(mirrored, geometric) <= 0) return (geometric, Vector3.Zero, true);
                return (mirrored, Vector3.One * (Fresnel(Coat, MathF.Max(0, Vector3.Dot(half, outwards))) / chance), true);
            }
            var (direction, weight) = Diffuse(geometric, outwards, u, ref sampler);
            return (direction, weight * ((1 - reflectance) / (1 - chance)), false);
        }
        var (onwards, share) = Diffuse(geometric, outwards, u, ref sampler);
        return (onwards, share, false);
    }

    /// <summary>What the coat mirrors of light from a direction, times the cosine: what <see cref="Evaluate"/> leaves out (Walter et al. 2007).</summary>
    public float EvaluateCoat(Vector3 outwards, Vector3 inwards)
    {
        var (towards, from) = (Vector3.Dot(Normal, outwards), Vector3.Dot(Normal, inwards));
        if (!IsRoughCoat || towards <= 0 || from <= 0) return 0;
        var half = Vector3.Normalize(outwards + inwards);
        var cosine = Vector3.Dot(Normal, half);
        var a = Roughness * Roughness;
        var spread = cosine * cosine * (a * a - 1) + 1;
        var facets = a * a / (MathF.PI * spread * spread);
        return facets * Fresnel(Coat, MathF.Max(0, Vector3.Dot(half, outwards))) * Smith(towards, a) * Smith(from, a) / (4 * towards);
    }

    /// <summary>Whether small bright lamps are better looked for from the coat than waited for.</summary>
    public bool IsRoughCoat => Coat > 0 && Roughness > 0.2f;

    private static float Smith(float cosine, float a) => 2 * cosine / (cosine + MathF.Sqrt(a * a + (1 - a * a) * cosine * cosine));

    /// <summary>Share that a clear border mirrors of light arriving at an angle with this cosine; 1 beyond the critical angle.</summary>
    public static float FresnelClear(float refraction, float cosine)
    {
        var sineSquared = refraction * refraction * (1 - cosine * cosine);
        if (sineSquared >= 1) return 1;
        var beyond = MathF.Sqrt(1 - sineSquared);
        var parallel = (cosine - refraction * beyond) / (cosine + refraction * beyond);
        var perpendicular = (refraction * cosine - beyond) / (refraction * cosine + beyond);
        return (parallel * parallel + perpendicular * perpendicular) / 2;
    }

    private Vector3 Refracted(Vector3 outwards, ref Sampler sampler)
    {
        var cosine = Math.Clamp(Vector3.Dot(Normal, outwards), 0, 1);
        if (sampler.NextFree() < FresnelClear(Refraction, cosine)) return Vector3.Normalize(Vector3.Reflect(-outwards, Normal));
        var beyond = MathF.Sqrt(MathF.Max(0, 1 - Refraction * Refraction * (1 - cosine * cosine)));
        return Vector3.Normalize(-outwards * Refraction + Normal * (Refraction * cosine - beyond));
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
