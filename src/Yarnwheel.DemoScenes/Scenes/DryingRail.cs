using System.Numerics;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Shapes.Textiles;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>Skeins of a dozen hues on a drying rail before a brick wall, late sun from the left.</summary>
internal sealed class DryingRail : IScene
{
    public string Name => "drying-rail";

    public int Samples => 32;

    public SceneModel Build()
    {
        var dice = new Dice(20260);
        var shapes = new List<Primitive>();
        const float height = 1.62f;
        const float railRadius = 0.013f;
        var railWood = new Wood(new Vector3(0.46f, 0.33f, 0.20f), new Vector3(0.26f, 0.16f, 0.085f), Vector3.UnitX);
        Strand.Sweep(shapes, [new(-1.6f, height, 0), new(1.6f, height, 0)], railRadius, railWood, -1, 0.3f);
        foreach (var x in (float[])[-1.02f, 1.12f])
            Strand.Sweep(shapes, [new(x, height + 0.001f, -0.30f), new(x, height - 0.03f, 0.012f)], 0.010f, new Plain(new Vector3(0.03f)), -1, 0);

        Vector3[] dyes =
        [
            Dye.Cornflower, Dye.Undyed, Dye.Ochre, Dye.Leaf, Dye.Rust, Dye.Madder,
            Dye.Teal, Dye.Weld, Dye.Plum, Dye.Sage, Dye.Rose, Dye.Indigo,
        ];
        for (var k = 0; k < dyes.Length; k++)
        {
            var x = -0.715f + k * 0.128f + dice.Between(-0.008f, 0.008f);
            var tie = k % 2 == 0 ? Dye.Undyed : dyes[k] * 0.8f;
            Skein.Hang(shapes, new Vector3(x, height, 0), Vector3.UnitX, railRadius, dice.Between(0.37f, 0.43f), dice.Between(0.078f, 0.088f),
                dyes[k], tie, dyes[k] == Dye.Madder ? 0 : dyes[k] == Dye.Indigo ? 1 : -1, dice);
        }
        shapes.Add(new Panel(new Vector3(0, 1.2f, -0.42f), new Vector3(4, 0, 0), new Vector3(0, 2.4f, 0)) { Material = new Brick() });
        shapes.Add(new Panel(new Vector3(0, 0, 2), new Vector3(8, 0, 0), new Vector3(0, 0, -6)) { Material = new Plain(new Vector3(0.24f, 0.21f, 0.17f)) });

        return new SceneModel
        {
            Seed = 11,
            Subjects = ["madder-skein", "indigo-skein"],
            Shapes = shapes,
            Lighting = new Lighting
            {
                SunDirection = Vector3.Normalize(new Vector3(-0.55f, 0.62f, 0.75f)),
                Sun = new Vector3(2.5f, 2.15f, 1.65f),
                SunHalfAngle = 1.6f,
                Zenith = new Vector3(0.34f, 0.45f, 0.66f),
                Horizon = new Vector3(0.62f, 0.64f, 0.66f),
                Below = new Vector3(0.2f, 0.18f, 0.15f),
                Glow = new Vector3(0.5f, 0.4f, 0.25f),
            },
            Lens = new ThinLens(new Vector3(-0.62f, 1.50f, 1.72f), new Vector3(-0.045f, 1.435f, 0), 29.5f, 1.76f, 0.011f),
            Look = new CameraLook { Exposure = 1.12f, Balance = [1.0f, 1.0f, 1.04f] },
        };
    }
}
