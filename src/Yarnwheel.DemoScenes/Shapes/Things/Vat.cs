using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Shapes.Things;

/// <summary>A coopered vat: staves held by two iron hoops, full of liquor nearly to the rim.</summary>
internal static class Vat
{
    /// <param name="into">Where the shapes go.</param>
    /// <param name="rim">Middle of its upper rim, metres.</param>
    /// <param name="radius">Outer radius at the rim, metres.</param>
    /// <param name="height">Metres.</param>
    /// <param name="level">Depth of the liquor's surface below the rim, metres.</param>
    /// <param name="liquor">Material of the surface.</param>
    /// <param name="dice">Its chance.</param>
    public static void Stand(List<Primitive> into, Vector3 rim, float radius, float height, float level, Material liquor, Dice dice)
    {
        const int staves = 30;
        const float thick = 0.022f;
        for (var k = 0; k < staves; k++)
        {
            var angle = 2 * MathF.PI * (k + 0.5f) / staves;
            var outwards = new Vector3(MathF.Cos(angle), 0, MathF.Sin(angle));
            var right = Vector3.Cross(Vector3.UnitY, outwards);
            var tone = dice.Between(0.75f, 1.15f);
            var stained = new Wood(new Vector3(0.20f, 0.145f, 0.10f) * tone, new Vector3(0.105f, 0.07f, 0.05f) * tone, Vector3.UnitY, coat: 0.03f);
            var up = dice.Between(-0.004f, 0.002f);
            into.Add(new RoundedBox(rim + outwards * (radius - thick) - Vector3.UnitY * (height / 2 - up), right, Vector3.UnitY,
                new Vector3((radius - thick / 2) * MathF.Tan(MathF.PI / staves) + 0.0008f, height / 2, thick), 0.004f)
            { Material = stained, Variation = dice.Next() });
        }
        var iron = new Metal(Metal.Iron * 0.55f, 0.42f, 0.1f, 0.6f);
        foreach (var down in (float[])[0.075f, 0.34f])
        {
            const float half = 0.020f;
            var r = radius + 0.0015f;
            Mesh.Turn(into, rim - Vector3.UnitY * down, Vector3.UnitY, [new(r - 0.003f, -half), new(r, -half), new(r, half), new(r - 0.003f, half)], 160, iron);
        }
        into.Add(new Panel(rim - Vector3.UnitY * level, new Vector3(radius - thick, 0, 0), new Vector3(0, 0, -(radius - thick)), elliptic: true) { Material = liquor });
    }
}
