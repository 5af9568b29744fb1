using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>A leaf: green on both sides, yellower where light comes through, slightly waxy.</summary>
internal sealed class LeafBlade(Vector3 green) : Material
{
    public override Surface At(in Hit hit)
    {
        var own = hit.Primitive!.Variation;
        var tone = 0.65f + 0.7f * own;
        var vein = MathF.Abs(hit.Uv.X) < 0.0007f ? 1.25f : 1f;
        var albedo = green * (tone * vein);
        return new Surface
        {
            Albedo = albedo,
            Through = albedo * new Vector3(1.3f, 1.15f, 0.35f),
            Normal = hit.Normal,
            Coat = 0.035f,
            Roughness = 0.4f,
        };
    }
}
