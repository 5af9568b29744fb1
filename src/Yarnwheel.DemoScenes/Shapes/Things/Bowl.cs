using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Shapes.Things;

/// <summary>A hammered copper bowl with a rolled rim.</summary>
internal static class Bowl
{
    /// <param name="into">Where the shapes go.</param>
    /// <param name="foot">Middle of its lower side, metres.</param>
    /// <param name="radius">At the rim, metres.</param>
    /// <param name="height">Metres.</param>
    /// <param name="subject">Subject index, or −1.</param>
    public static void Stand(List<Primitive> into, Vector3 foot, float radius, float height, int subject)
    {
        var copper = new Metal(Metal.Copper, 0.16f, 0.06f, 0.3f);
        var outside = new List<Vector2> { new(0, 0) };
        for (var i = 0; i <= 20; i++)
        {
            var (sin, cos) = MathF.SinCos(MathF.PI / 2 * (0.12f + 0.88f * i / 20f));
            outside.Add(new(radius * (0.35f + 0.65f * sin), height * (1 - cos)));
        }
        var inside = outside.Select(p => new Vector2(MathF.Max(0, p.X - 0.0014f), p.Y + (p.X < radius * 0.4f ? 0.0014f : 0))).Reverse();
        Mesh.Turn(into, foot, Vector3.UnitY, [.. outside, .. inside], 160, copper, subject);
        into.Add(new Torus(foot + Vector3.UnitY * height, Vector3.UnitX, Vector3.UnitY, radius - 0.0006f, 0.0022f) { Material = copper, Subject = subject });
    }
}
