using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Shapes.Things;

/// <summary>A round wicker basket: rods woven in and out of stakes, a plaited rim, a floor.</summary>
internal static class Basket
{
    /// <param name="into">Where the shapes go.</param>
    /// <param name="foot">Centre of its floor, metres.</param>
    /// <param name="radiusBelow">At the floor, metres.</param>
    /// <param name="radiusAbove">At the rim, metres.</param>
    /// <param name="height">Metres.</param>
    /// <param name="dice">Its chance.</param>
    public static void Stand(List<Primitive> into, Vector3 foot, float radiusBelow, float radiusAbove, float height, Dice dice)
    {
        const int stakes = 36;
        const float rod = 0.0036f;
        var rows = (int)(height / (rod * 1.75f));
        for (var row = 0; row < rows; row++)
        {
            var level = (row + 0.5f) / rows;
            var tone = dice.Between(0.75f, 1.15f);
            var material = Willow(tone);
            var points = new List<Vector3>();
            var jitter = dice.Between(-0.0006f, 0.0006f);
            for (var i = 0; i <= stakes * 5; i++)
            {
                var angle = 2 * MathF.PI * i / (stakes * 5);
                var weave = MathF.Cos(angle * stakes / 2 + (row & 1) * MathF.PI) * 0.0042f;
                points.Add(At(angle, level, weave) + Vector3.UnitY * (jitter + 0.0008f * MathF.Sin(angle * 5 + row)));
            }
            Strand.Sweep(into, points, rod * dice.Between(0.88f, 1.08f), material, -1, dice.Next());
        }
        for (var k = 0; k < stakes; k++)
        {
            var angle = 2 * MathF.PI * k / stakes;
            var points = Enumerable.Range(0, 9).Select(i => At(angle, i / 8f, 0)).ToList();
            Strand.Sweep(into, points, 0.0034f, Willow(dice.Between(0.7f, 1f)), -1, dice.Next());
        }
        for (var k = 0; k < 3; k++)
        {
            var points = new List<Vector3>();
            for (var i = 0; i <= 240; i++)
            {
                var angle = 2 * MathF.PI * i / 240;
                var plait = angle * 34 + k * 2 * MathF.PI / 3;
                points.Add(At(angle, 1, MathF.Cos(plait) * 0.0058f) + Vector3.UnitY * (0.004f + MathF.Sin(plait) * 0.0058f));
            }
            Strand.Sweep(into, points, 0.0047f, Willow(dice.Between(0.85f, 1.1f)), -1, dice.Next());
        }
        into.Add(new Panel(foot + Vector3.UnitY * 0.006f, new Vector3(radiusBelow, 0, 0), new Vector3(0, 0, -radiusBelow), elliptic: true)
        {
            Material = Willow(0.6f),
        });

        Vector3 At(float angle, float level, float outwards)
        {
            var radius = radiusBelow + (radiusAbove - radiusBelow) * MathF.Sqrt(level) + outwards;
            return foot + new Vector3(MathF.Cos(angle) * radius, level * height, MathF.Sin(angle) * radius);
        }
    }

    private static WickerRod Willow(float tone) => new(new Vector3(0.36f, 0.235f, 0.12f) * tone);
}
