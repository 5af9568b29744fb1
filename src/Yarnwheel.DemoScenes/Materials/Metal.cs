using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>Bare metal, hammered or drawn, with dull tarnish in patches.</summary>
/// <param name="reflectance">Seen straight on, per channel.</param>
/// <param name="roughness">Where it is bright, 0 … 1.</param>
/// <param name="hammered">Depth of the hammer's facets: the greatest tilt of the normal.</param>
/// <param name="tarnish">How much of it is dulled, 0 … 1.</param>
internal sealed class Metal(Vector3 reflectance, float roughness, float hammered = 0, float tarnish = 0) : Material
{
    public static readonly Vector3 Copper = new(0.93f, 0.56f, 0.40f);
    public static readonly Vector3 Brass = new(0.88f, 0.72f, 0.36f);
    public static readonly Vector3 Iron = new(0.30f, 0.28f, 0.27f);

    public override Surface At(in Hit hit)
    {
        var p = hit.Point;
        var dull = tarnish > 0 ? Math.Clamp(Noise.Fractal(p * 38, 5) * 1.9f + tarnish * 1.3f - 0.55f, 0, 1) : 0;
        var normal = hit.Normal;
        if (hammered > 0) normal = Vector3.Normalize(normal + hammered * Facets(p));
        var scratch = Noise.Value(new Vector3(p.X * 900, p.Y * 110, p.Z * 900));
        normal = Vector3.Normalize(normal + new Vector3(scratch * 0.012f));
        return new Surface
        {
            Metal = Vector3.Lerp(reflectance, reflectance * new Vector3(0.42f, 0.36f, 0.32f), dull),
            Roughness = roughness + 0.28f * dull,
            Normal = normal,
        };
    }

    private static Vector3 Facets(Vector3 p) =>
        new(Noise.Value(p * 95), Noise.Value(p * 95 + new Vector3(17.3f)), Noise.Value(p * 95 + new Vector3(59.1f)));
}
