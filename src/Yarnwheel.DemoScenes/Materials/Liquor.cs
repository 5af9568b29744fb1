using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>The surface of a dye bath: a mirror of small waves over a colour, rings round where drops fall, patches of bronze foam.</summary>
/// <param name="depth">Albedo of what is seen below the surface.</param>
/// <param name="foam">Albedo of the foam.</param>
/// <param name="drops">Where drops fall (x, z), metres.</param>
internal sealed class Liquor(Vector3 depth, Vector3 foam, IReadOnlyList<Vector2> drops) : Material
{
    public override Surface At(in Hit hit)
    {
        var at = new Vector2(hit.Point.X, hit.Point.Z);
        const float step = 0.0008f;
        var height = Height(at);
        var slope = new Vector3((Height(at + new Vector2(step, 0)) - height) / step, 0, (Height(at + new Vector2(0, step)) - height) / step);
        var drift = new Vector3(at.X * 9 + Noise.Value(new Vector3(at * 6, 3)), at.Y * 9 + Noise.Value(new Vector3(at * 6, 7)), 1);
        var patch = Math.Clamp(Noise.Fractal(drift, 4) * 4.2f - 0.55f, 0, 1);
        var bubbles = 0.5f + 0.5f * Noise.Value(new Vector3(at.X * 420, at.Y * 420, 4));
        var cover = Math.Clamp(patch * 1.5f - 0.55f * bubbles, 0, 1);
        return new Surface
        {
            Albedo = Vector3.Lerp(depth, foam * (0.7f + 0.5f * bubbles), cover),
            Normal = Vector3.Normalize(hit.Normal - slope - new Vector3(bubbles - 0.5f, 0, 0.5f - bubbles) * (0.35f * cover)),
            Coat = 0.025f,
            Roughness = 0.06f + 0.3f * cover,
        };
    }

    private float Height(Vector2 at)
    {
        var sum = 0.0016f * Noise.Fractal(new Vector3(at * 14, 2), 3);
        foreach (var drop in drops)
        {
            var away = Vector2.Distance(at, drop);
            sum += 0.0005f * MathF.Sin(away * 520) * MathF.Exp(-away * 26);
        }
        return sum;
    }
}
