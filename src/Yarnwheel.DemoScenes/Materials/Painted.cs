using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>Painted wood or glazed clay: one colour under a gloss, with brush marks, chips and dust.</summary>
/// <param name="colour">Albedo.</param>
/// <param name="gloss">Reflectance of the gloss seen straight on.</param>
/// <param name="roughness">Of the gloss, 0 … 1.</param>
/// <param name="worn">How much of it has worn, 0 … 1.</param>
internal sealed class Painted(Vector3 colour, float gloss = 0.04f, float roughness = 0.28f, float worn = 0.3f) : Material
{
    public override Surface At(in Hit hit)
    {
        var p = hit.Point;
        var brush = Noise.Fractal(new Vector3(p.X * 12, p.Y * 420, p.Z * 420), 3);
        var stain = Noise.Fractal(p * 9, 4);
        var chip = Math.Clamp(Noise.Fractal(p * 46 + new Vector3(5), 5) * 6 - 3.6f + worn * 1.6f, 0, 1);
        var albedo = colour * (1 + 0.05f * brush + 0.14f * worn * stain);
        albedo = Vector3.Lerp(albedo, new Vector3(0.30f, 0.23f, 0.16f), chip);
        var tilt = new Vector3(brush * 0.03f, Noise.Value(p * 160) * 0.012f, brush * 0.03f);
        return new Surface
        {
            Albedo = Vector3.Clamp(albedo, Vector3.Zero, new Vector3(0.88f)),
            Normal = Vector3.Normalize(hit.Normal + tilt),
            Coat = gloss * (1 - chip),
            Roughness = roughness + 0.1f * MathF.Abs(stain) + 0.3f * chip,
        };
    }
}
