using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials.Textiles;

/// <summary>Plied woollen yarn on a strand: plies wind round it, fibres run along the plies, the dye varies along the length.</summary>
internal sealed class Wool(Vector3 dye, float radius, float variegation = 0.25f) : Material
{
    private const int Plies = 3;

    public override Surface At(in Hit hit)
    {
        var along = hit.Uv.X;
        var angle = hit.Uv.Y;
        var shift = hit.Primitive!.Variation * 97;
        var pitch = radius * 9;
        var turn = Plies * (angle / (2 * MathF.PI) + along / pitch) + shift;
        var ply = turn - MathF.Floor(turn);
        var across = ply * 2 - 1;                                 // −1 … 1 over one ply
        var fibre = Noise.Value(new Vector3(along / radius * 1.6f + across * 2, turn * 9, shift));
        var groove = 1 - 0.55f * MathF.Pow(MathF.Abs(across), 3);

        var normal = hit.Normal;
        if (hit.Primitive is Capsule capsule)
        {
            var forward = capsule.Forward;
            var round = Vector3.Cross(forward, normal);
            normal = Vector3.Normalize(normal + (round * 0.8f + forward * 0.45f) * (across * 0.75f) + (round + forward) * (fibre * 0.22f));
            if (Vector3.Dot(normal, hit.Normal) < 0.15f) normal = hit.Normal;
        }

        var patch = Noise.Fractal(new Vector3(along * 9, shift, hit.Point.Y * 6), 3);
        var strength = MathF.Exp(variegation * patch * 1.6f) * groove * (0.93f + 0.14f * fibre);
        // More dye darkens and saturates: the albedo is taken to a power, as layered absorption does.
        var depth = 1 - variegation * patch * 0.8f;
        var albedo = new Vector3(MathF.Pow(dye.X, depth), MathF.Pow(dye.Y, depth), MathF.Pow(dye.Z, depth)) * strength;
        return new Surface { Albedo = Vector3.Min(albedo, new Vector3(0.9f)), Normal = normal, Sheen = 0.16f };
    }
}
