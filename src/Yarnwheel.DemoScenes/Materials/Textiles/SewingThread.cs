using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials.Textiles;

/// <summary>Mercerised sewing thread: smooth, with the long gloss of fibres that lie along it.</summary>
internal sealed class SewingThread(Vector3 dye, float radius) : Material
{
    public override Surface At(in Hit hit)
    {
        var along = hit.Uv.X;
        var shift = hit.Primitive!.Variation * 61;
        var turn = 2 * (hit.Uv.Y / (2 * MathF.PI) + along / (radius * 11)) + shift;
        var across = (turn - MathF.Floor(turn)) * 2 - 1;
        var fibre = Noise.Value(new Vector3(along / radius * 0.9f, turn * 8, shift));
        var normal = hit.Normal;
        if (hit.Primitive is Capsule capsule)
        {
            normal = Vector3.Normalize(normal + capsule.Forward * (across * 0.42f + fibre * 0.16f));
            if (Vector3.Dot(normal, hit.Normal) < 0.2f) normal = hit.Normal;
        }
        var patch = Noise.Value(new Vector3(along * 3.5f, shift, 2));
        var albedo = dye * ((1 - 0.4f * MathF.Pow(MathF.Abs(across), 4)) * (1 + 0.1f * fibre + 0.10f * patch));
        return new Surface { Albedo = Vector3.Min(albedo, new Vector3(0.9f)), Normal = normal, Coat = 0.045f, Roughness = 0.42f };
    }
}
