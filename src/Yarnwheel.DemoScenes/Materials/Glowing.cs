using System.Numerics;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>Sends out light of its own from its front, and none back.</summary>
internal sealed class Glowing(Vector3 radiance) : Material
{
    public override Surface At(in Hit hit) => new() { Normal = hit.Normal, Emission = hit.FromInside ? Vector3.Zero : radiance };
}
