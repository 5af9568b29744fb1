using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Shapes;

/// <summary>Turns a curve into a chain of capsules, with fuzz standing off it.</summary>
internal static class Strand
{
    /// <summary>Sweeps a round section along the points; the side direction is carried along by parallel transport.</summary>
    public static void Sweep(List<Primitive> into, IReadOnlyList<Vector3> points, float radius, Material material, int subject, float variation)
    {
        var along = 0f;
        var side = Vector3.Zero;
        for (var i = 0; i + 1 < points.Count; i++)
        {
            var a = points[i];
            var b = points[i + 1];
            var length = Vector3.Distance(a, b);
            if (length < 1e-6f) continue;
            var forward = (b - a) / length;
            side = side == Vector3.Zero ? Sampling.Frame(forward).S : Vector3.Normalize(side - forward * Vector3.Dot(side, forward));
            into.Add(new Capsule(a, b, radius, along, side) { Material = material, Subject = subject, Variation = variation });
            along += length;
        }
    }

    /// <summary>Lets loose fibres stand off the curve: short bent hairs of two or three links.</summary>
    /// <param name="perMetre">Hairs on a metre of strand.</param>
    /// <param name="reach">Typical length of a hair, metres.</param>
    /// <param name="thickness">Radius of a hair, metres.</param>
    public static void Fuzz(List<Primitive> into, IReadOnlyList<Vector3> points, float radius, Material material, int subject,
        float perMetre, float reach, float thickness, Dice dice)
    {
        for (var i = 0; i + 1 < points.Count; i++)
        {
            var a = points[i];
            var b = points[i + 1];
            var expected = Vector3.Distance(a, b) * perMetre;
            var count = (int)expected + (dice.Next() < expected - (int)expected ? 1 : 0);
            for (var k = 0; k < count; k++)
            {
                var root = Vector3.Lerp(a, b, dice.Next());
                var forward = Vector3.Normalize(b - a);
                var outwards = dice.Direction();
                outwards = Vector3.Normalize(outwards - forward * Vector3.Dot(outwards, forward));
                var length = reach * (0.35f + 1.1f * dice.Next() * dice.Next());
                Hair(into, root + outwards * radius * 0.9f, outwards + forward * dice.Between(-1.2f, 1.2f), length, thickness, material, subject, dice);
            }
        }
    }

    /// <summary>One bent hair.</summary>
    public static void Hair(List<Primitive> into, Vector3 root, Vector3 direction, float length, float thickness, Material material, int subject, Dice dice)
    {
        const int links = 3;
        direction = Vector3.Normalize(direction);
        var bend = dice.Direction() * 0.55f;
        for (var k = 0; k < links; k++)
        {
            var end = root + direction * (length / links);
            into.Add(new Capsule(root, end, thickness, 0, Sampling.Frame(direction).S) { Material = material, Subject = subject });
            root = end;
            direction = Vector3.Normalize(direction + bend);
        }
    }
}
