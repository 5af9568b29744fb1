using System.Numerics;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Materials.Textiles;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Shapes.Textiles;
using Yarnwheel.DemoScenes.Shapes.Things;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>Felt balls on two strings before a hedge; one of the balls has the green of the leaves.</summary>
internal sealed class FeltString : IScene
{
    public string Name => "felt-string";

    public int Samples => 32;

    public SceneModel Build()
    {
        var dice = new Dice(4242);
        var shapes = new List<Primitive>();
        Hang(new Vector3(-0.55f, 0.168f, 0.02f), new Vector3(0.55f, 0.200f, 0.06f), 0.135f,
        [
            (0.17f, 0.031f, Dye.Indigo, -1), (0.30f, 0.034f, Dye.Rose, -1), (0.43f, 0.033f, Dye.Leaf, 1), (0.57f, 0.036f, Dye.Madder, 0),
            (0.70f, 0.032f, Dye.Weld, -1), (0.83f, 0.034f, Dye.Teal, -1),
        ]);
        Hang(new Vector3(-0.55f, 0.02f, -0.03f), new Vector3(0.55f, -0.01f, -0.01f), 0.115f,
        [
            (0.235f, 0.033f, Dye.Weld, -1), (0.36f, 0.030f, Dye.Undyed, -1), (0.495f, 0.034f, Dye.Plum, -1), (0.635f, 0.031f, Dye.Madder, 0),
            (0.76f, 0.033f, Dye.Cornflower, -1),
        ]);
        Foliage.Grow(shapes, new Vector3(-2.0f, -1.5f, -2.0f), new Vector3(2.0f, 1.5f, -0.95f), 26000, 0.038f, new Vector3(0.11f, 0.235f, 0.035f), dice);
        shapes.Add(new Panel(new Vector3(0, 0, -2.3f), new Vector3(6, 0, 0), new Vector3(0, 4, 0)) { Material = new Plain(new Vector3(0.02f, 0.03f, 0.015f)) });

        return new SceneModel
        {
            Seed = 31,
            Subjects = ["madder-balls", "green-ball"],
            Shapes = shapes,
            Lighting = new Lighting
            {
                SunDirection = Vector3.Normalize(new Vector3(0.62f, 0.70f, 0.42f)),
                Sun = new Vector3(3.3f, 2.95f, 2.35f),
                SunHalfAngle = 1.2f,
                Zenith = new Vector3(0.38f, 0.48f, 0.66f),
                Horizon = new Vector3(0.66f, 0.68f, 0.66f),
                Below = new Vector3(0.10f, 0.13f, 0.06f),
                Glow = new Vector3(0.6f, 0.5f, 0.3f),
            },
            Lens = new ThinLens(new Vector3(0.06f, 0.02f, 1.25f), new Vector3(0.0f, 0.012f, 0.0f), 21, 1.25f, 0.017f),
            Look = new CameraLook { Exposure = 1.16f, Balance = [1.02f, 1.0f, 1.0f] },
        };

        void Hang(Vector3 from, Vector3 to, float sag, (float At, float Radius, Vector3 Dye, int Subject)[] balls)
        {
            Vector3 On(float t) => Vector3.Lerp(from, to, t) - Vector3.UnitY * (sag * 4 * t * (1 - t));
            var twine = new Wool(new Vector3(0.50f, 0.42f, 0.30f), 0.0014f, 0.1f);
            var points = Enumerable.Range(0, 161).Select(i => On(i / 160f)).ToList();
            Strand.Sweep(shapes, points, 0.0014f, twine, -1, dice.Next());
            Strand.Fuzz(shapes, points, 0.0014f, new Fibre(new Vector3(0.50f, 0.42f, 0.30f)), -1, 600, 0.004f, 0.00003f, dice);
            foreach (var (at, radius, dye, subject) in balls) FeltBall.Put(shapes, On(at), radius, dye, subject, dice);
        }
    }
}
