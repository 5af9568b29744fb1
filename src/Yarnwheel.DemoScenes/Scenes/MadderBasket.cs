using System.Numerics;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Shapes.Textiles;
using Yarnwheel.DemoScenes.Shapes.Things;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>One madder-red hank among ochre and rust ones in a basket, window light across a table.</summary>
internal sealed class MadderBasket : IScene
{
    public string Name => "madder-basket";

    public int Samples => 32;

    public SceneModel Build()
    {
        var dice = new Dice(77);
        var shapes = new List<Primitive>();
        var table = new Wood(new Vector3(0.30f, 0.205f, 0.125f), new Vector3(0.16f, 0.095f, 0.05f), Vector3.UnitX, board: 0.135f);
        shapes.Add(new Panel(Vector3.Zero, new Vector3(2.2f, 0, 0), new Vector3(0, 0, -1.6f)) { Material = table });
        Basket.Stand(shapes, Vector3.Zero, 0.155f, 0.205f, 0.115f, dice);

        (Vector3 At, float Turn, Vector3 Dye, int Subject)[] hanks =
        [
            (new(-0.085f, 0.045f, 0.02f), 95, Dye.Rust, -1),
            (new(0.085f, 0.045f, -0.01f), 82, Dye.Ochre, -1),
            (new(0.0f, 0.045f, -0.08f), 8, Dye.Rust * 0.8f, -1),
            (new(0.0f, 0.048f, 0.085f), -12, Dye.Ochre * 0.85f, -1),
            (new(0.0f, 0.062f, 0.0f), 88, Dye.Rust * new Vector3(1.1f, 1.25f, 1.2f), -1),
            (new(-0.025f, 0.112f, -0.098f), 14, Dye.Ochre, -1),
            (new(0.020f, 0.114f, 0.098f), 12, Dye.Rust, -1),
            (new(-0.112f, 0.110f, 0.018f), 78, Dye.Ochre * new Vector3(0.9f, 0.7f, 0.8f), -1),
            (new(0.118f, 0.112f, -0.012f), 74, Dye.Weld * new Vector3(0.9f, 0.72f, 0.9f), -1),
            (new(0.0f, 0.108f, 0.030f), 30, Dye.Ochre * new Vector3(1.05f, 0.8f, 0.7f), -1),
            (new(0.002f, 0.160f, 0.004f), 24, Dye.Madder, 0),
        ];
        foreach (var (at, turn, dye, subject) in hanks)
        {
            var angle = turn * MathF.PI / 180;
            Hank.Lay(shapes, at, new Vector3(MathF.Cos(angle), 0, -MathF.Sin(angle)), 0.245f, 0.037f, 0.010f, dye, subject, dice);
        }
        Hank.Lay(shapes, new Vector3(0.315f, 0.036f, 0.135f), Vector3.Normalize(new Vector3(0.75f, 0, -0.66f)), 0.25f, 0.035f, 0, Dye.Undyed, -1, dice);
        shapes.Add(new Panel(new Vector3(0, 0.6f, -1.25f), new Vector3(3, 0, 0), new Vector3(0, 1.2f, 0)) { Material = new Plain(new Vector3(0.30f, 0.31f, 0.30f)) });
        // A pale wall on the shadow side sends some light back.
        shapes.Add(new Panel(new Vector3(2.2f, 1, 0), new Vector3(0, 0, 3), new Vector3(0, 2, 0)) { Material = new Plain(new Vector3(0.40f, 0.36f, 0.30f)) });

        return new SceneModel
        {
            Seed = 23,
            Subjects = ["madder-hank"],
            Shapes = shapes,
            Lighting = new Lighting
            {
                SunDirection = Vector3.Normalize(new Vector3(-0.80f, 0.66f, 0.16f)),
                Sun = new Vector3(2.6f, 2.4f, 2.1f),
                SunHalfAngle = 9,
                Zenith = new Vector3(0.55f, 0.62f, 0.72f),
                Horizon = new Vector3(0.75f, 0.78f, 0.8f),
                Below = new Vector3(0.12f, 0.11f, 0.1f),
            },
            Lens = new ThinLens(new Vector3(0.10f, 0.66f, 0.78f), new Vector3(0.045f, 0.080f, 0.015f), 27, 0.92f, 0.0075f),
            Look = new CameraLook { Exposure = 1.35f, Balance = [1.0f, 1.0f, 0.97f], Vignetting = 0.36f },
        };
    }
}
