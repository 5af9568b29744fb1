namespace Yarnwheel.Measure.Quality.Edges;

/// <summary>Scenes on which edges fail; a third of them, of kinds that the others have not, was put aside before anything was tuned.</summary>
internal static class HardScenes
{
    private const int Width = 900;
    private const int Height = 600;
    private const int Fine = 5;

    private static readonly float[] Madder = [0.42f, 0.035f, 0.03f];
    private static readonly float[] Rose = [0.55f, 0.12f, 0.16f];
    private static readonly float[] Bark = [0.09f, 0.05f, 0.03f];
    private static readonly float[] Iron = [0.05f, 0.055f, 0.07f];
    private static readonly float[] Hedge = [0.07f, 0.14f, 0.05f];
    private static readonly float[] Leaf = [0.10f, 0.24f, 0.05f];
    private static readonly float[] Sky = [0.55f, 0.68f, 0.86f];
    private static readonly float[] Indigo = [0.03f, 0.05f, 0.19f];
    private static readonly float[] Weld = [0.62f, 0.47f, 0.06f];
    private static readonly float[] Orange = [0.66f, 0.24f, 0.03f];
    private static readonly float[] Blue = [0.04f, 0.16f, 0.45f];
    private static readonly float[] Lime = [0.62f, 0.58f, 0.50f];
    private static readonly float[] Linen = [0.45f, 0.40f, 0.31f];

    public static IEnumerable<HardScene> All()
    {
        // To tune on.
        yield return new(Scene("twigs, two strong colours behind", c => Figures.Twigs(c, Width, Height, 4), Bark, Patches(120, Orange, Blue)), Capture.Clean, SceneUse.Tuned);
        yield return new(Scene("its own dye behind", c => Figures.Fuzz(c, 400, 300, 150, 700, 26, 1.3, 6), Madder, Patches(90, Hedge, Rose, Madder)), Capture.Clean, SceneUse.Tuned);
        yield return new(Scene("drops and specks", c => Figures.Drops(c, Width, Height, 9), Indigo, Patches(200, Linen, Lime)), Capture.Clean, SceneUse.Tuned);
        yield return new(Scene("fuzz, a pattern behind", c => Figures.Fuzz(c, 450, 300, 140, 2600, 34, 0.7, 2), Weld, Checks(26, Blue, Lime)), Capture.Clean, SceneUse.Tuned);
        yield return new(Glass(), Capture.Clean, SceneUse.Tuned);
        yield return new(Scene("out of focus, sharp behind", c => Figures.Fuzz(c, 450, 320, 170, 0, 1, 1, 1), Rose, Checks(11, Hedge, Linen), blur: 7), Capture.Clean, SceneUse.Tuned);
        yield return new(Scene("twigs, JPEG 70", c => Figures.Twigs(c, Width, Height, 12), Indigo, Patches(150, Weld, Linen)), new Capture(2, 70), SceneUse.Tuned);
        yield return new(Scene("tassel, grain", c => Figures.Tassel(c, Width, Height, 7), Madder, Patches(110, Hedge, Linen, Indigo)), new Capture(7, 90), SceneUse.Tuned);
        yield return new(Moved(), Capture.Clean, SceneUse.Tuned);
        yield return new(Scene("low contrast fuzz", c => Figures.Fuzz(c, 430, 300, 150, 900, 28, 1.2, 3), Orange, Patches(140, Weld, Rose)), new Capture(2, 88), SceneUse.Tuned);

        // Put aside.
        yield return new(Scene("wires, four strong colours behind", c => Figures.Wires(c, Width, Height), Iron, Stripes(95, Orange, Leaf, Blue, Weld)), Capture.Clean, SceneUse.Aside);
        yield return new(Scene("gauze", c => Figures.Gauze(c, Width, Height), Lime, Patches(130, Madder, Hedge)), Capture.Clean, SceneUse.Aside);
        yield return new(Scene("sharp, out of focus behind", c => Figures.Twigs(c, Width, Height, 21), Rose, Patches(40, Leaf, Sky, Weld), blurBehind: 14), Capture.Clean, SceneUse.Aside);
        yield return new(Scene("leaves, strong grain", c => Figures.Leaves(c, Width, Height, 5), Leaf, Patches(160, Sky, Lime)), new Capture(12, 92), SceneUse.Aside);
        yield return new(Scene("leaves before leaves, JPEG 70", c => Figures.Leaves(c, Width, Height, 8), Weld, Checks(17, Leaf, Hedge)), new Capture(2, 70), SceneUse.Aside);

        // Made later, of kinds that none before has, and put aside before wide edges were worked on.
        yield return new(Scene("hoops out of focus, stripes behind", c => { c.Ring(330, 300, 190, 150); c.Ring(600, 280, 140, 116); }, Weld, Stripes(46, Blue, Leaf, Madder, Lime), blur: 5), Capture.Clean, SceneUse.Later);
        yield return new(Scene("moved aslant, grain", c => Figures.Drops(c, Width, Height, 17), Madder, Patches(70, Sky, Leaf, Linen), change: a => Aslant(a, 8)), new Capture(4, 92), SceneUse.Later);
        yield return new(Scene("partly in focus, JPEG 80", c => Figures.Tassel(c, Width, Height, 15), Indigo, Patches(60, Orange, Leaf, Lime), change: a => Deepening(a, 9)), new Capture(1, 80), SceneUse.Later);
        yield return new(Scene("dark hair, low light, soft behind", c => Figures.Fuzz(c, 460, 310, 130, 1400, 44, 0.9, 27), Bark, Patches(90, Indigo, Hedge, Madder), blurBehind: 9), new Capture(8, 92), SceneUse.Later);
        yield return new(Scene("branches, several strong colours behind", c => Figures.Twigs(c, Width, Height, 33), Iron, Patches(100, Orange, Sky, Leaf, Weld)), new Capture(2, 90), SceneUse.Later);

        // Made after strands were followed further, to judge that.
        yield return new(Scene("ivy on a chequered wall, grain", c => { Figures.Leaves(c, Width, Height, 41); Figures.Twigs(c, Width, Height, 42); }, Hedge, Checks(64, Lime, Rose)), new Capture(5, 92), SceneUse.Fresh);
        yield return new(Scene("net before stripes", Net, Linen, Stripes(70, Blue, Madder, Hedge)), Capture.Clean, SceneUse.Fresh);
        yield return new(Scene("fringe in low light, soft behind", c => Figures.Tassel(c, Width, Height, 43), Weld, Patches(80, Indigo, Bark, Hedge), blurBehind: 6), new Capture(6, 85), SceneUse.Fresh);
        yield return new(Scene("grass before its own green, JPEG 75", c => Figures.Fuzz(c, 450, 520, 90, 260, 260, 1.6, 44), Leaf, Patches(120, Hedge, Sky, Weld)), new Capture(2, 75), SceneUse.Fresh);
    }

    /// <summary>A net of thin cords with rings where they are tied.</summary>
    private static void Net(Canvas canvas)
    {
        for (var k = -6; k < 16; k++)
        {
            canvas.Stroke([(k * 80, 0), (k * 80 + 160, 300), (k * 80 + 120, 600)], 2.2, 2.2);
            canvas.Stroke([(k * 80 + 60, 0), (k * 80 - 90, 300), (k * 80 - 40, 600)], 2.2, 2.2);
        }
        for (var k = 0; k < 5; k++) canvas.Ring(120 + 170 * k, 180 + 90 * (k % 3), 26, 14);
    }

    private static MatteScene Scene(string name, Action<Canvas> draw, float[] subject, Func<double, double, float[]> behind, double blur = 0, double blurBehind = 0, Func<float[], float[]>? change = null)
    {
        var canvas = new Canvas(Width, Height, Fine);
        draw(canvas);
        var alpha = canvas.Alpha();
        if (blur > 0) alpha = Blurred(alpha, blur);
        if (change is not null) alpha = change(alpha);
        var rest = Dyes.Texture(behind, 9, 0.3f, 23, Width, Height);
        if (blurBehind > 0) rest = Softening.BlurredLight(rest, blurBehind, Width, Height);
        return Of(name, alpha, Dyes.Texture(subject, 5, 0.35f, 11, Width, Height), rest, [.. canvas.Middles.Where(m => alpha[m] > 0.5f).Distinct()]);
    }

    private static MatteScene Of(string name, float[] alpha, float[] own, float[] rest, int[] strands)
    {
        for (var i = 0; i < own.Length; i++)
        {
            own[i] *= alpha[i / 3];
            rest[i] *= 1 - alpha[i / 3];
        }
        return new MatteScene(name, Width, Height, alpha, own, rest, RoughMasks.Of(alpha, Width, Height), strands);
    }

    /// <summary>A tumbler of liquor: a firm rim, walls that let half of what is behind through.</summary>
    private static MatteScene Glass()
    {
        var wall = new Canvas(Width, Height, Fine);
        wall.Fill(300, 120, 600, 520, (x, y) => x >= 300 + (y - 120) * 0.08 && x <= 600 - (y - 120) * 0.08);
        var firm = new Canvas(Width, Height, Fine);
        foreach (var side in (int[])[0, 1]) firm.Stroke([(side == 0 ? 303 : 597, 120), (side == 0 ? 335 : 565, 517)], 7, 9);
        firm.Fill(300, 120, 600, 520, (x, y) => y > 505 && x >= 332 && x <= 568);
        firm.Fill(300, 300, 600, 520, (x, y) => y > 300 && x >= 318 && x <= 582);
        float[] through = wall.Alpha(), solid = firm.Alpha();
        var alpha = through.Select((a, i) => Math.Max(0.45f * a, solid[i] * a)).ToArray();
        return Of("glass", alpha, Dyes.Texture(Rose, 30, 0.25f, 11, Width, Height), Dyes.Texture(Checks(40, Hedge, Linen), 9, 0.3f, 23, Width, Height), []);
    }

    /// <summary>Moved while the shutter was open: soft along the way, sharp across it.</summary>
    private static MatteScene Moved()
    {
        var canvas = new Canvas(Width, Height, Fine);
        Figures.Leaves(canvas, Width, Height, 14);
        const int Way = 9;
        var alpha = Softening.Moved(canvas.Alpha(), [.. Enumerable.Range(-Way, 2 * Way + 1).Select(k => (k, 0))], Width, Height);
        return Of("moved", alpha, Dyes.Texture(Blue, 5, 0.35f, 11, Width, Height), Dyes.Texture(Patches(120, Linen, Orange), 9, 0.3f, 23, Width, Height), []);
    }

    /// <summary>Moved along both axes alike while the shutter was open.</summary>
    private static float[] Aslant(float[] still, int way) => Softening.Moved(still, [.. Enumerable.Range(-way, 2 * way + 1).Select(k => (k, k))], Width, Height);

    /// <summary>Sharp at the left, farther out of focus to the right.</summary>
    private static float[] Deepening(float[] sharp, double most)
    {
        var levels = new List<float[]> { sharp };
        for (var k = 1; k <= 3; k++) levels.Add(Blurred(sharp, most * k / 3));
        var result = new float[sharp.Length];
        for (var i = 0; i < result.Length; i++)
        {
            var place = 3.0f * (i % Width) / Width;
            var level = (int)place;
            result[i] = levels[level][i] + (place - level) * (levels[level + 1][i] - levels[level][i]);
        }
        return result;
    }

    private static float[] Blurred(float[] plane, double sigma) => Softening.Blurred(plane, sigma, Width, Height);

    /// <summary>A ground of patches with sharp borders.</summary>
    private static Func<double, double, float[]> Patches(double size, params float[][] dyes)
    {
        var noise = new SmoothNoise(31);
        return (x, y) => dyes[Math.Clamp((int)((noise.At(x / size, y / size) * 0.75 + 0.5) * dyes.Length), 0, dyes.Length - 1)];
    }

    private static Func<double, double, float[]> Checks(double size, float[] one, float[] other) => (x, y) => ((int)(x / size) + (int)(y / size)) % 2 == 0 ? one : other;

    private static Func<double, double, float[]> Stripes(double size, params float[][] dyes) => (x, y) => dyes[(int)((x + 0.5 * y) / size) % dyes.Length];
}
