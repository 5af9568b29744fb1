using System.Numerics;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Materials.Textiles;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Shapes.Things;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>A wooden stand of thread spools by a window, photographed with the lens wide open: one spool is sharp, its neighbours are not.</summary>
internal sealed class SpoolStand : IScene
{
    public string Name => "spool-stand";

    public int Samples => 24;

    public SceneModel Build()
    {
        var dice = new Dice(3131);
        var shapes = new List<Primitive>();
        var stand = new Wood(new Vector3(0.34f, 0.215f, 0.115f), new Vector3(0.19f, 0.105f, 0.05f), Vector3.UnitX, coat: 0.045f);
        var birch = new Wood(new Vector3(0.62f, 0.47f, 0.30f), new Vector3(0.47f, 0.31f, 0.17f), Vector3.UnitY, coat: 0.04f);
        var table = new Wood(new Vector3(0.27f, 0.185f, 0.12f), new Vector3(0.15f, 0.09f, 0.05f), Vector3.Normalize(new Vector3(1, 0, 0.35f)), board: 0.16f, coat: 0.04f);
        shapes.Add(new Panel(new Vector3(0, 0, -0.4f), new Vector3(1.6f, 0, 0), new Vector3(0, 0, -1.2f)) { Material = table });

        // Three steps, each a board with a row of pegs.
        const float deep = 0.033f, rise = 0.030f;
        for (var step = 0; step < 3; step++)
        {
            var top = 0.022f + step * rise;
            shapes.Add(new RoundedBox(new Vector3(0, top / 2, -0.062f * step), Vector3.UnitX, Vector3.UnitY, new Vector3(0.185f, top / 2, deep - 0.001f), 0.004f)
            { Material = stand, Variation = step * 0.3f });
        }
        foreach (var side in (float[])[-1, 1])
            shapes.Add(new RoundedBox(new Vector3(side * 0.191f, 0.050f, -0.062f), Vector3.UnitX, Vector3.UnitY, new Vector3(0.006f, 0.052f, 0.102f), 0.004f) { Material = stand });

        (Vector3? Dye, float Fill, int Subject)[][] rows =
        [
            [(Dye.Ochre, 0.92f, -1), (Dye.Sage, 0.86f, -1), (Dye.Madder, 0.95f, 0), (null, 0, -1), (Dye.Rose, 0.84f, -1), (Dye.Undyed, 0.93f, -1)],
            [(Dye.Cornflower, 0.94f, -1), (Dye.Weld, 0.90f, -1), (Dye.Undyed, 0.82f, -1), (Dye.Teal, 0.95f, 1), (Dye.Rust, 0.92f, -1), (Dye.Plum, 0.88f, -1)],
            [(Dye.Plum, 0.9f, -1), (Dye.Teal, 0.78f, -1), (Dye.Leaf, 0.92f, -1), (Dye.Ochre, 0.88f, -1), (Dye.Indigo, 0.93f, -1), (Dye.Madder, 0.85f, -1)],
        ];
        for (var step = 0; step < 3; step++)
        {
            for (var k = 0; k < rows[step].Length; k++)
            {
                var foot = new Vector3(-0.150f + k * 0.060f, 0.022f + step * rise, -0.062f * step + (step == 0 ? 0.002f : 0.004f));
                Spool.Peg(shapes, foot, Spool.Height + dice.Between(0.008f, 0.011f), birch, dice);
                var (dye, fill, subject) = rows[step][k];
                if (dye is { } chosen) Spool.Stand(shapes, foot, fill, chosen, birch, subject, dice);
            }
        }
        // One spool was taken off and lies in front, its thread running over the table.
        var run = new List<Vector3>();
        for (var i = 0; i <= 90; i++)
        {
            var t = i / 90f;
            run.Add(new Vector3(-0.20f + 0.42f * t, 0.0006f, 0.085f + 0.018f * MathF.Sin(t * 7) + 0.012f * MathF.Sin(t * 17 + 1) * t));
        }
        Strand.Sweep(shapes, run, 0.00034f, new SewingThread(Dye.Rose, 0.00034f), -1, 0.2f);

        shapes.Add(new Panel(new Vector3(0, 0.6f, -0.95f), new Vector3(2.4f, 0, 0), new Vector3(0, 0.9f, 0)) { Material = new Limewash() });
        shapes.Add(new Panel(new Vector3(1.3f, 0.6f, 0), new Vector3(0, 0, 1.6f), new Vector3(0, 0.9f, 0)) { Material = new Plain(new Vector3(0.42f, 0.37f, 0.30f)) });
        var window = new AreaLight(new Vector3(-1.05f, 0.75f, 0.10f), new Vector3(0, 0, -0.28f), new Vector3(0, 0.36f, 0), new Vector3(14.5f, 15.6f, 17.2f));
        shapes.Add(window.Shape);

        return new SceneModel
        {
            Seed = 67,
            Subjects = ["madder-spool", "teal-spool"],
            Shapes = shapes,
            Lighting = new Lighting
            {
                Zenith = new Vector3(0.16f, 0.145f, 0.13f),
                Horizon = new Vector3(0.13f, 0.12f, 0.105f),
                Below = new Vector3(0.05f, 0.045f, 0.04f),
                Lamps = [window],
            },
            Lens = new ThinLens(new Vector3(0.085f, 0.168f, 0.44f), new Vector3(0.008f, 0.064f, -0.02f), 25, 0.415f, 0.0075f),
            Look = new CameraLook { Exposure = 1.95f, Balance = [1.06f, 1.0f, 0.93f], Vignetting = 0.34f },
        };
    }
}
