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

/// <summary>Indigo cloth lifted from a steaming vat in a dim shed: edges that steam and depth soften, little light, grain.</summary>
internal sealed class SteamingVat : IScene
{
    public string Name => "steaming-vat";

    public int Samples => 24;

    public SceneModel Build()
    {
        var dice = new Dice(1551);
        var shapes = new List<Primitive>();
        var rim = new Vector3(0.02f, 0.78f, 0);
        const float radius = 0.44f, level = 0.055f;
        Vector2[] drops = [new(-0.11f, 0.13f), new(0.10f, 0.10f), new(0.22f, 0.05f), new(-0.2f, 0.02f)];
        Vat.Stand(shapes, rim, radius, 0.78f, level, new Liquor(new Vector3(0.012f, 0.03f, 0.035f), new Vector3(0.16f, 0.13f, 0.16f), drops), dice);

        var pole = new Vector3(0, 1.50f, 0.02f);
        var ash = new Wood(new Vector3(0.42f, 0.33f, 0.22f), new Vector3(0.27f, 0.19f, 0.11f), Vector3.UnitX);
        Strand.Sweep(shapes, [pole - Vector3.UnitX * 1.6f, pole + Vector3.UnitX * 1.6f], 0.021f, ash, -1, 0.4f);
        // Freshly lifted, the cloth is still green below; the air turns it blue from the top.
        var cloth = new HangingCloth(pole, 0.0225f, 0.56f, 0.70f, 0.50f, dice);
        cloth.Hang(shapes, new Linen(Dyed, 0.0011f, at => Math.Clamp(MathF.Abs(at.Y) * 1.5f - 0.25f + 0.3f * Noise.Fractal(new Vector3(at * 7, 2), 3), 0, 1)),
            new Fibre(Dye.Indigo), 0, dice);
        var plain = new HangingCloth(pole + new Vector3(0.66f, 0, 0), 0.0225f, 0.30f, 0.42f, 0.40f, dice);
        plain.Hang(shapes, new Linen(_ => Dye.Undyed * 0.85f, 0.0011f, _ => 0), new Fibre(Dye.Undyed), -1, dice);

        // The shed: boards behind, an earthen floor, a post.
        var boards = new Wood(new Vector3(0.17f, 0.125f, 0.09f), new Vector3(0.095f, 0.065f, 0.045f), Vector3.UnitY, board: 0.17f, coat: 0.015f);
        shapes.Add(new Panel(new Vector3(0, 1.3f, -1.35f), new Vector3(3, 0, 0), new Vector3(0, 1.5f, 0)) { Material = boards });
        shapes.Add(new Panel(new Vector3(0, 0, 1), new Vector3(4, 0, 0), new Vector3(0, 0, -4)) { Material = new Plain(new Vector3(0.10f, 0.085f, 0.07f)) });
        shapes.Add(new RoundedBox(new Vector3(-0.78f, 1.2f, -0.75f), Vector3.UnitX, Vector3.UnitY, new Vector3(0.07f, 1.4f, 0.07f), 0.01f) { Material = ash });
        shapes.Add(new Panel(new Vector3(2.3f, 1.3f, 0), new Vector3(0, 0, 3), new Vector3(0, 1.5f, 0)) { Material = boards });

        // An open door to the left and a small high window behind on the right, which rims cloth and steam.
        var door = AreaLight.Facing(new Vector3(-2.0f, 1.35f, 1.45f), new Vector3(0, 1.1f, 0), 0.62f, new Vector3(2.6f, 2.95f, 3.45f));
        var window = new AreaLight(new Vector3(0.95f, 2.2f, -1.34f), new Vector3(0.36f, 0, 0), new Vector3(0, 0.3f, 0), new Vector3(7.6f, 6.8f, 5.6f));
        shapes.Add(door.Shape);

        return new SceneModel
        {
            Seed = 83,
            Subjects = ["indigo-cloth"],
            Shapes = shapes,
            Lighting = new Lighting
            {
                Zenith = new Vector3(0.03f, 0.03f, 0.034f),
                Horizon = new Vector3(0.105f, 0.10f, 0.098f),
                Below = new Vector3(0.04f, 0.035f, 0.03f),
                Lamps = [door, window],
            },
            Steam = new Steam(new Vector3(-0.62f, rim.Y - level, -0.62f), new Vector3(0.66f, 1.95f, 0.55f), Density, 0.0125f, 0.45f),
            Depth = 7,
            Lens = new ThinLens(new Vector3(-0.28f, 1.34f, 1.75f), new Vector3(0.055f, 1.135f, 0), 30, 1.80f, 0.013f),
            Look = new CameraLook { Exposure = 3.6f, Balance = [1.04f, 1.0f, 0.94f], Vignetting = 0.4f, Grain = 0.15f },
        };

        Vector3 Dyed(Vector2 at)
        {
            var turned = Math.Clamp(1.15f - MathF.Abs(at.Y) * 0.95f + 0.35f * Noise.Fractal(new Vector3(at.X * 5, at.Y * 3.5f, 6), 4), 0, 1);
            var uneven = 1 + 0.35f * Noise.Fractal(new Vector3(at * 6, 9), 4);
            return Vector3.Lerp(new Vector3(0.07f, 0.17f, 0.19f), new Vector3(0.045f, 0.085f, 0.31f), turned) * uneven;
        }

        float Density(Vector3 p)
        {
            var above = p.Y - (rim.Y - level);
            var away = new Vector2(p.X - rim.X, p.Z).Length() / radius;
            var column = Math.Clamp(1.25f - away - 0.16f * above, 0, 1);
            if (column <= 0) return 0;
            // Plumes: noise drawn out upwards and bent by its own slow drift.
            var bend = new Vector3(0.10f * Noise.Value(new Vector3(p.X * 2, p.Y * 2.6f, p.Z * 2)), 0, 0.10f * Noise.Value(new Vector3(p.X * 2, p.Y * 2.6f, p.Z * 2 + 40)));
            var q = (p + bend) * new Vector3(5.2f, 2.3f, 5.2f);
            var plume = Math.Clamp(Noise.Fractal(q, 5) * 4.2f - 0.25f, 0, 1);
            var low = MathF.Exp(-above * 6);
            return column * (plume * (0.9f + 5.4f * MathF.Exp(-above * 1.9f)) + 4 * low * (0.35f + plume));
        }
    }
}
