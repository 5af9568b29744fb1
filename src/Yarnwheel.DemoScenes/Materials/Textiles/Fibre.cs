using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials.Textiles;

/// <summary>A single loose fibre: lighter than the yarn it stands out from, and half translucent.</summary>
internal sealed class Fibre(Vector3 dye) : Material
{
    private readonly Vector3 albedo = Vector3.Min(dye * 0.75f + new Vector3(0.03f), new Vector3(0.8f));

    public override Surface At(in Hit hit) =>
        new() { Albedo = albedo * 0.7f, Normal = hit.Normal, Through = albedo * 0.3f, Sheen = 0.1f };
}
