using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials.Textiles;

/// <summary>Matted wool: a lumpy matt surface with short strokes of fibre.</summary>
internal sealed class Felt(Vector3 dye) : Material
{
    public override Surface At(in Hit hit)
    {
        var p = hit.Point + new Vector3(hit.Primitive!.Variation * 13);
        var lumps = Gradient(p * 160, 0.6f) + Gradient(p * 700, 0.55f);
        var strokes = Noise.Value(new Vector3(p.X * 2600, p.Y * 500, p.Z * 1500)) + Noise.Value(new Vector3(p.X * 500, p.Y * 2400, p.Z * 900));
        var normal = Vector3.Normalize(hit.Normal + lumps * 0.45f);
        if (Vector3.Dot(normal, hit.Normal) < 0.2f) normal = hit.Normal;
        var tone = 1 + 0.16f * Noise.Fractal(p * 90, 3) + 0.11f * strokes;
        return new Surface { Albedo = Vector3.Min(dye * tone, new Vector3(0.9f)), Normal = normal, Sheen = 0.22f };
    }

    private static Vector3 Gradient(Vector3 p, float strength) =>
        new Vector3(Noise.Value(p), Noise.Value(p + new Vector3(31.4f)), Noise.Value(p + new Vector3(77.7f))) * strength;
}
