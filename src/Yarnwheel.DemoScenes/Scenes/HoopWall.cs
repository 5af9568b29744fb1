using System.Numerics;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Shapes.Things;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>Embroidery hoops and darning rings wound with coloured thread, on a limewashed wall in low sun.</summary>
internal sealed class HoopWall : IScene
{
    public string Name => "hoop-wall";

    public int Samples => 24;

    public SceneModel Build()
    {
        var dice = new Dice(815);
        var shapes = new List<Primitive>();
        Material beech = new Wood(new Vector3(0.56f, 0.40f, 0.24f), new Vector3(0.40f, 0.25f, 0.13f), Vector3.UnitX, coat: 0.04f);
        Material walnut = new Wood(new Vector3(0.25f, 0.15f, 0.085f), new Vector3(0.13f, 0.07f, 0.04f), Vector3.UnitX, coat: 0.04f);
        Material ash = new Wood(new Vector3(0.66f, 0.54f, 0.37f), new Vector3(0.50f, 0.36f, 0.21f), Vector3.UnitY, coat: 0.035f);

        // Hoops: place of the nail, radius, turn of the screw, wood, what is wound round them, subject.
        Hoop.Embroidery(shapes, new(-0.225f, 0.235f, 0), 0.098f, 0.02f, beech, [new(0.30f, 0.62f, Dye.Madder), new(0.66f, 0.97f, Dye.Madder)], 0, dice);
        Hoop.Embroidery(shapes, new(0.055f, 0.262f, 0), 0.072f, -0.04f, ash, [new(0.08f, 0.47f, Dye.Teal), new(0.55f, 0.80f, Dye.Undyed)], -1, dice);
        Hoop.Embroidery(shapes, new(0.290f, 0.180f, 0), 0.090f, 0.06f, beech, [new(-0.17f, 0.18f, Dye.Indigo), new(0.42f, 0.71f, Dye.Cornflower)], -1, dice);
        Hoop.Embroidery(shapes, new(-0.015f, 0.055f, 0), 0.083f, 0.0f, walnut, [new(0.33f, 0.66f, Dye.Weld), new(0.70f, 0.93f, Dye.Leaf)], -1, dice);
        Hoop.Embroidery(shapes, new(-0.315f, -0.045f, 0), 0.068f, -0.08f, ash, [new(-0.20f, 0.21f, Dye.Plum)], -1, dice);
        Hoop.Embroidery(shapes, new(0.300f, -0.072f, 0), 0.064f, 0.03f, ash, [new(0.55f, 0.95f, Dye.Rust)], -1, dice);

        Hoop.Darning(shapes, new(-0.375f, 0.155f, 0), 0.030f, 0.0052f, walnut, [new(-0.22f, 0.70f, Dye.Sage)], -1, dice);
        Hoop.Darning(shapes, new(-0.073f, 0.205f, 0), 0.026f, 0.0048f, beech, [new(-0.05f, 0.55f, Dye.Rose)], -1, dice);
        Hoop.Darning(shapes, new(0.162f, 0.097f, 0), 0.031f, 0.0055f, beech, [new(0.30f, 1.21f, Dye.Madder)], 0, dice);
        Hoop.Darning(shapes, new(-0.152f, -0.008f, 0), 0.028f, 0.0050f, ash, [new(0.29f, 1.19f, Dye.Teal)], 1, dice);
        Hoop.Darning(shapes, new(0.145f, -0.105f, 0), 0.034f, 0.0058f, walnut, [new(0.32f, 0.85f, Dye.Cornflower)], -1, dice);
        Hoop.Darning(shapes, new(-0.190f, -0.165f, 0), 0.033f, 0.0056f, beech, [new(0.33f, 0.83f, Dye.Ochre), new(-0.10f, 0.13f, Dye.Madder)], -1, dice);
        Hoop.Darning(shapes, new(0.420f, -0.015f, 0), 0.027f, 0.0050f, beech, [new(0.31f, 1.18f, Dye.Weld)], -1, dice);

        shapes.Add(new Panel(Vector3.Zero, new Vector3(3, 0, 0), new Vector3(0, 3, 0)) { Material = new Limewash() });
        shapes.Add(new Panel(new Vector3(0, -1.2f, 1.5f), new Vector3(4, 0, 0), new Vector3(0, 0, -4)) { Material = new Plain(new Vector3(0.32f, 0.26f, 0.19f)) });

        return new SceneModel
        {
            Seed = 53,
            Subjects = ["madder-rings", "teal-ring"],
            Shapes = shapes,
            Lighting = new Lighting
            {
                SunDirection = Vector3.Normalize(new Vector3(-0.72f, 0.60f, 0.62f)),
                Sun = new Vector3(3.0f, 2.5f, 1.85f),
                SunHalfAngle = 0.7f,
                Zenith = new Vector3(0.30f, 0.38f, 0.52f),
                Horizon = new Vector3(0.46f, 0.48f, 0.50f),
                Below = new Vector3(0.16f, 0.14f, 0.11f),
                Glow = new Vector3(0.3f, 0.25f, 0.15f),
            },
            Lens = new ThinLens(new Vector3(0.10f, 0.10f, 1.55f), new Vector3(0.02f, 0.045f, 0), 22.5f, 1.53f, 0.007f),
            Look = new CameraLook { Exposure = 1.12f, Balance = [1.0f, 1.0f, 1.03f] },
        };
    }
}
