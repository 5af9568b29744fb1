using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>Sends out light of its own from its front, and none back.</summary>
/// <param name="radiance">Its mean.</param>
/// <param name="lumps">How uneven it is: a garden behind a window, 0 … 1.</param>
internal sealed class Glowing(Vector3 radiance, float lumps = 0) : Material
{
    public override Surface At(in Hit hit) =>
        new() { Normal = hit.Normal, Emission = hit.FromInside ? Vector3.Zero : radiance * MathF.Max(0.1f, 1 + 2 * lumps * Noise.Fractal(hit.Point * 5, 4)) };
}
