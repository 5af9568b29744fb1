using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>One even diffuse colour.</summary>
internal sealed class Plain(Vector3 albedo) : Material
{
    public override Surface At(in Hit hit) => new() { Albedo = albedo, Normal = hit.Normal };
}
