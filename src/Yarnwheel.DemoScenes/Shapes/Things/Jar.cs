using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Shapes.Things;

/// <summary>A glass jar of liquor with crystals at its bottom, under a hammered copper lid.</summary>
internal static class Jar
{
    private const float Glass = 1.52f;
    private const float Water = 1.34f;
    private const int Facets = 160;

    /// <param name="into">Where the shapes go.</param>
    /// <param name="foot">Middle of its lower side, metres.</param>
    /// <param name="absorption">Of the liquor, per metre and channel.</param>
    /// <param name="crystal">Colour of the crystals.</param>
    /// <param name="subject">Subject index, or −1.</param>
    /// <param name="dice">Its chance.</param>
    public static void Stand(List<Primitive> into, Vector3 foot, Vector3 absorption, Vector3 crystal, int subject, Dice dice)
    {
        const float radius = 0.052f, neck = 0.036f, wall = 0.0028f, level = 0.104f;
        Vector2[] outer =
        [
            new(0, 0.0035f), new(0.040f, 0.002f), new(0.045f, 0), new(radius, 0.006f), new(radius, 0.112f), new(0.049f, 0.126f), new(0.040f, 0.138f),
            new(neck + wall, 0.143f), new(neck + wall, 0.152f), new(neck + 0.0055f, 0.154f), new(neck + 0.0055f, 0.1595f), new(neck + wall, 0.161f), new(neck, 0.1605f),
        ];
        // The inner wall, walked upwards from the middle of the floor.
        Vector2[] inner =
        [
            new(0, 0.0095f), new(0.041f, 0.0085f), new(radius - wall - 0.001f, 0.0125f), new(radius - wall, 0.018f), new(radius - wall, level),
            new(radius - wall, 0.111f), new(0.0465f, 0.1245f), new(0.0385f, 0.1355f), new(neck, 0.141f), new(neck, 0.1605f),
        ];
        Mesh.Turn(into, foot, Vector3.UnitY, Mesh.Rounded(outer, 0.006f, 6), Facets, new Clear(Glass, ripple: 0.012f), subject);
        var round = Mesh.Rounded(inner, 0.006f, 6);
        var wet = round.TakeWhile(p => p.Y <= level).Append(new Vector2(radius - wall, level)).ToList();
        // Below the level the border lies between glass and liquor, above it between glass and air; a meniscus climbs the wall.
        Mesh.Turn(into, foot, Vector3.UnitY, wet, Facets, new Clear(Water, Glass, absorption), subject);
        var dry = round.SkipWhile(p => p.Y <= level).Prepend(new Vector2(radius - wall, level)).Reverse().ToList();
        Mesh.Turn(into, foot, Vector3.UnitY, dry, Facets, new Clear(Glass, ripple: 0.008f), subject);
        List<Vector2> surface = [new(radius - wall, level), new(radius - wall - 0.0006f, level - 0.0012f), new(radius - wall - 0.002f, level - 0.0022f), new(radius - wall - 0.005f, level - 0.0026f), new(0, level - 0.0026f)];
        Mesh.Turn(into, foot, Vector3.UnitY, surface, Facets, new Clear(Water, 1, absorption), subject);

        var crystals = new Painted(crystal, 0.05f, 0.25f, 0.1f);
        for (var k = 0; k < 170; k++)
        {
            var (outwards, angle) = (0.043f * MathF.Sqrt(dice.Next()), dice.Between(0, 6.28f));
            var size = dice.Between(0.0022f, 0.0050f);
            var heap = 0.020f * (1 - outwards / 0.052f) * dice.Next();
            var right = dice.Direction();
            var up = Vector3.Normalize(Vector3.Cross(right, dice.Direction()));
            into.Add(new RoundedBox(foot + new Vector3(outwards * MathF.Cos(angle), 0.0125f + size * 0.6f + heap, outwards * MathF.Sin(angle)), right, up,
                new Vector3(size, size * 0.75f, size * 0.6f), size * 0.12f)
            { Material = crystals, Subject = subject, Variation = dice.Next() });
        }

        var copper = new Metal(Metal.Copper, 0.13f, 0.045f, 0.22f);
        var top = foot + Vector3.UnitY * 0.1612f;
        Vector2[] lid =
        [
            new(0, 0.0004f), new(neck + 0.0075f, 0.0002f), new(neck + 0.0075f, -0.007f), new(neck + 0.0085f, -0.007f), new(neck + 0.0088f, 0.001f), new(neck + 0.006f, 0.004f),
            new(0.030f, 0.0105f), new(0.016f, 0.0160f), new(0.005f, 0.0180f), new(0.0042f, 0.022f), new(0.0075f, 0.0265f), new(0.0085f, 0.0305f), new(0.006f, 0.0345f), new(0, 0.036f),
        ];
        Mesh.Turn(into, top, Vector3.UnitY, Mesh.Rounded(lid, 0.004f, 6), Facets, copper, subject);
        for (var k = 0; k < 3; k++)
            into.Add(new Torus(foot + Vector3.UnitY * (0.1445f + 0.0024f * k), Vector3.UnitX, Vector3.UnitY, neck + wall + 0.0011f, 0.0012f) { Material = copper, Subject = subject });
    }
}
