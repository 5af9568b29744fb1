using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Materials.Textiles;

namespace Yarnwheel.DemoScenes.Shapes.Textiles;

/// <summary>A ball of felted wool with fine fuzz.</summary>
internal static class FeltBall
{
    public static void Put(List<Primitive> into, Vector3 centre, float radius, Vector3 dye, int subject, Dice dice)
    {
        into.Add(new Sphere(centre, radius) { Material = new Felt(dye), Subject = subject, Variation = dice.Next() });
        var fibre = new Fibre(dye);
        for (var k = 0; k < 5200; k++)
        {
            var outwards = dice.Direction();
            var tangent = dice.Direction();
            var direction = outwards * dice.Between(0.15f, 1) + tangent;
            if (Vector3.Dot(direction, outwards) < 0) direction -= 2 * Vector3.Dot(direction, outwards) * outwards;
            Strand.Hair(into, centre + outwards * radius * 0.997f, direction, dice.Between(0.0008f, 0.0034f), 0.000028f, fibre, subject, dice);
        }
    }
}
