using System.Numerics;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Shapes.Textiles;
using Yarnwheel.DemoScenes.Shapes.Things;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>A jar of blue vitriol under a copper lid on a window sill: glass, gloss, and the blue thrown onto its surroundings.</summary>
internal sealed class MordantJar : IScene
{
    public string Name => "mordant-jar";

    public int Samples => 64;

    public SceneModel Build()
    {
        var dice = new Dice(909);
        var shapes = new List<Primitive>();
        var white = new Painted(new Vector3(0.66f, 0.65f, 0.61f), worn: 0.22f);
        shapes.Add(new RoundedBox(new Vector3(0, -0.02f, 0.02f), Vector3.UnitX, Vector3.UnitY, new Vector3(0.75f, 0.02f, 0.19f), 0.009f) { Material = white });
        Jar.Stand(shapes, new Vector3(-0.035f, 0, 0.02f), new Vector3(34, 9.5f, 2.0f), new Vector3(0.06f, 0.20f, 0.52f), 0, dice);
        Bowl.Stand(shapes, new Vector3(0.130f, 0, 0.005f), 0.062f, 0.052f, 1);
        Hank.Lay(shapes, new Vector3(0.130f, 0.054f, 0.004f), Vector3.Normalize(new Vector3(0.9f, 0.10f, -0.3f)), 0.098f, 0.026f, 0.004f, Dye.Weld * new Vector3(1, 0.86f, 1), -1, dice);
        Hank.Lay(shapes, new Vector3(-0.175f, 0.027f, 0.045f), Vector3.Normalize(new Vector3(0.93f, 0, 0.37f)), 0.18f, 0.028f, 0, Dye.Cornflower, -1, dice);

        // The window: frame, bars and the reveal of a thick wall.
        const float back = -0.185f;
        foreach (var (x, half) in (List<(float, float)>)[(-0.40f, 0.022f), (0.055f, 0.011f), (0.51f, 0.022f)])
            shapes.Add(new RoundedBox(new Vector3(x, 0.35f, back), Vector3.UnitX, Vector3.UnitY, new Vector3(half, 0.40f, 0.016f), 0.005f) { Material = white });
        foreach (var (y, half) in (List<(float, float)>)[(0.008f, 0.030f), (0.262f, 0.010f), (0.62f, 0.02f)])
            shapes.Add(new RoundedBox(new Vector3(0.05f, y, back), Vector3.UnitX, Vector3.UnitY, new Vector3(0.47f, half, 0.014f), 0.005f) { Material = white });
        var wall = new Limewash();
        shapes.Add(new Panel(new Vector3(-0.42f, 0.4f, 0.0f), new Vector3(0, 0, -0.19f), new Vector3(0, 0.42f, 0)) { Material = wall });
        shapes.Add(new Panel(new Vector3(0.53f, 0.4f, 0.0f), new Vector3(0, 0, 0.19f), new Vector3(0, 0.42f, 0)) { Material = wall });
        foreach (var side in (float[])[-1, 1])
            shapes.Add(new Panel(new Vector3(0.055f + side * 1.475f, 0.4f, 0.19f), new Vector3(1, 0, 0), new Vector3(0, 1.2f, 0)) { Material = wall });
        shapes.Add(new Panel(new Vector3(0, -0.62f, 0.19f), new Vector3(3, 0, 0), new Vector3(0, 0.58f, 0)) { Material = wall });

        // Outside: a hedge with the low sun behind it, and bright sky over it.
        Foliage.Grow(shapes, new Vector3(-2.2f, -1.6f, -2.3f), new Vector3(2.2f, 0.30f, -1.5f), 12000, 0.05f, new Vector3(0.13f, 0.25f, 0.04f), dice);
        shapes.Add(new Panel(new Vector3(0, -1.2f, -2.5f), new Vector3(4, 0, 0), new Vector3(0, 1.45f, 0)) { Material = new Plain(new Vector3(0.03f, 0.045f, 0.02f)) });
        var sky = new AreaLight(new Vector3(0, 1.30f, -3), new Vector3(3.4f, 0, 0), new Vector3(0, 1.15f, 0), new Vector3(1.75f, 1.9f, 2.1f), 0.12f);
        var sun = AreaLight.Facing(new Vector3(-3.0f, 4.0f, -4.5f), Vector3.Zero, 0.13f, new Vector3(1650, 1440, 1130));
        shapes.Add(sky.Shape);
        shapes.Add(sun.Shape);

        return new SceneModel
        {
            Seed = 71,
            Subjects = ["jar", "copper-bowl"],
            Shapes = shapes,
            Lighting = new Lighting
            {
                Zenith = new Vector3(0.34f, 0.31f, 0.27f),
                Horizon = new Vector3(0.30f, 0.27f, 0.235f),
                Below = new Vector3(0.13f, 0.11f, 0.09f),
                Lamps = [sky, sun],
            },
            Depth = 16,
            Lens = new ThinLens(new Vector3(0.10f, 0.20f, 0.78f), new Vector3(0.022f, 0.088f, 0), 24.5f, 0.775f, 0.0055f),
            Look = new CameraLook { Exposure = 1.04f, Balance = [1.03f, 1.0f, 0.97f], Vignetting = 0.3f },
        };
    }
}
