using System.Numerics;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Materials.Textiles;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Shapes.Textiles;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>Ends of dyed yarn tied to a line and streaming in the wind, against a bright sky: strands one to three pixels wide.</summary>
internal sealed class YarnEnds : IScene
{
    public string Name => "yarn-ends";

    public int Samples => 32;

    public SceneModel Build()
    {
        var dice = new Dice(6006);
        var shapes = new List<Primitive>();
        Vector3 Line(float x) => new(x, 2.10f + 0.030f * x - 0.035f * (1 - x * x / 0.25f), 0);
        var hemp = new Vector3(0.47f, 0.38f, 0.26f);
        // Two strands laid round one another make the line.
        for (var strand = 0; strand < 2; strand++)
        {
            var points = Enumerable.Range(0, 800).Select(i =>
            {
                var x = -0.8f + 1.6f * i / 799;
                var (sin, cos) = MathF.SinCos(x * 260 + strand * MathF.PI);
                return Line(x) + new Vector3(0, 0.0013f * sin, 0.0013f * cos);
            }).ToList();
            Strand.Sweep(shapes, points, 0.0015f, new Wool(hemp, 0.0015f), -1, strand * 0.5f);
            Strand.Fuzz(shapes, points, 0.0015f, new Fibre(hemp), -1, 1300, 0.006f, 0.00005f, dice);
        }
        (float At, Vector3 Dye, int Yarns, float Length, int Subject)[] tassels =
        [
            (-0.36f, Dye.Weld, 15, 0.27f, -1), (-0.185f, Dye.Teal, 13, 0.30f, -1), (0.00f, Dye.Madder, 17, 0.33f, 0),
            (0.165f, Dye.Cornflower, 12, 0.26f, 1), (0.315f, Dye.Rose, 13, 0.28f, -1), (-0.52f, Dye.Plum, 12, 0.27f, -1),
        ];
        foreach (var (at, dye, yarns, length, subject) in tassels)
        {
            var wind = Vector3.Normalize(new Vector3(0.62f + 0.08f * dice.Normal(), -0.42f + 0.10f * dice.Normal(), 0.10f * dice.Normal()));
            Tassel.Tie(shapes, Line(at) - Vector3.UnitY * 0.004f, wind, length, yarns, dye, subject, dice);
        }

        return new SceneModel
        {
            Seed = 97,
            Subjects = ["madder-ends", "cornflower-ends"],
            Shapes = shapes,
            Lighting = new Lighting
            {
                SunDirection = Vector3.Normalize(new Vector3(0.50f, 0.66f, 0.16f)),
                Sun = new Vector3(3.1f, 2.85f, 2.4f),
                SunHalfAngle = 0.8f,
                Zenith = new Vector3(0.20f, 0.36f, 0.74f),
                Horizon = new Vector3(0.66f, 0.78f, 0.94f),
                Below = new Vector3(0.46f, 0.42f, 0.34f),
                Glow = new Vector3(0.55f, 0.5f, 0.4f),
                Cloud = 0.55f,
                CloudLight = new Vector3(1.02f, 1.0f, 0.97f),
            },
            Lens = new ThinLens(new Vector3(0.02f, 1.70f, 1.22f), new Vector3(0.045f, 2.005f, 0), 25.5f, 1.255f, 0.004f),
            Look = new CameraLook { Exposure = 1.10f, Balance = [1.03f, 1.0f, 0.95f], Vignetting = 0.2f, Grain = 0.04f },
        };
    }
}
