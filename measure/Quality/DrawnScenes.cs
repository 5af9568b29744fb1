using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Measure.Quality;

/// <summary>Scenes drawn flat, one for each kind of edge: their alpha is counted from 64 places a pixel.</summary>
internal static class DrawnScenes
{
    private const int Width = 640;
    private const int Height = 440;
    private const int Fine = 8;

    private static readonly float[] Madder = [0.42f, 0.035f, 0.03f];
    private static readonly float[] Hedge = [0.07f, 0.14f, 0.05f];
    private static readonly float[] Sky = [0.55f, 0.68f, 0.86f];
    private static readonly float[] Indigo = [0.03f, 0.05f, 0.19f];
    private static readonly float[] Ochre = [0.40f, 0.22f, 0.05f];
    private static readonly float[] Rust = [0.34f, 0.13f, 0.045f];
    private static readonly float[] Lime = [0.62f, 0.58f, 0.50f];

    public static IEnumerable<MatteScene> All()
    {
        yield return Scene("crisp", c => Discs(c, true), Madder, Hedge, 0);
        yield return Scene("out of focus", c => Discs(c, false), Madder, Hedge, 3.5);
        yield return Scene("hairy", c => Hairy(c, 900), Madder, Hedge, 0);
        yield return Scene("thin strands", Strands, Indigo, Sky, 0, 0.06f);
        yield return Scene("holed", Rings, Ochre, Lime, 0, 0.15f);
        yield return Scene("low contrast, hairy", c => Hairy(c, 500), Rust, Ochre, 0);
    }

    private static MatteScene Scene(string name, Action<Canvas> draw, float[] subject, float[] behind, double blur, float depth = 0.4f)
    {
        var canvas = new Canvas(Width, Height, Fine);
        draw(canvas);
        var all = new Region(0, 0, Width, Height);
        var alpha = canvas.Alpha();
        if (blur > 0) alpha = GaussianBlur.Of(new Plane<float>(all, alpha), blur, CancellationToken.None).Values;
        var own = Dyes.Texture(subject, 5, 0.35f, 11, Width, Height);
        var rest = Dyes.Texture(behind, 17, depth, 23, Width, Height);
        for (var i = 0; i < own.Length; i++)
        {
            own[i] *= alpha[i / 3];
            rest[i] *= 1 - alpha[i / 3];
        }
        return new MatteScene(name, Width, Height, alpha, own, rest, RoughMasks.Of(alpha, Width, Height), [.. canvas.Middles.Where(m => alpha[m] > 0.5f).Distinct()]);
    }

    private static void Discs(Canvas canvas, bool bars)
    {
        canvas.Disc(190, 200, 120);
        canvas.Disc(440, 150, 80);
        canvas.Disc(480, 330, 60);
        for (var i = 0; bars && i < 9; i++) canvas.Stroke([(330 + 4 * i, 250 + 18 * i), (420 - 3 * i, 252 + 18 * i)], 8, 8);
    }

    private static void Hairy(Canvas canvas, int hairs)
    {
        var random = new Random(3);
        canvas.Disc(320, 220, 130);
        for (var i = 0; i < hairs; i++)
        {
            var angle = random.NextDouble() * 2 * Math.PI;
            double length = 6 + 14 * random.NextDouble(), bend = (random.NextDouble() - 0.5) * 0.9;
            var way = new List<(double, double)>();
            for (var k = -2; k <= 8; k++)
            {
                var r = 130 + length * k / 8;
                var turned = angle + bend * k * k / 64 * length / 60;
                way.Add((320 + r * Math.Cos(turned), 220 + r * Math.Sin(turned)));
            }
            canvas.Stroke(way, 1.6 + random.NextDouble(), 0.7);
        }
    }

    private static void Strands(Canvas canvas)
    {
        var random = new Random(8);
        for (var i = 0; i < 14; i++)
        {
            double x = 30 + 580 * random.NextDouble(), lean = (random.NextDouble() - 0.5) * 260, wave = 10 + 30 * random.NextDouble(), phase = random.NextDouble() * 6;
            var width = 1.2 + 1.8 * random.NextDouble();
            canvas.Stroke([.. Enumerable.Range(0, 45).Select(k => (x + lean * k / 44.0 + wave * Math.Sin(phase + k * 0.16), 10.0 * k))], width, width);
        }
    }

    private static void Rings(Canvas canvas)
    {
        for (var row = 0; row < 4; row++)
            for (var k = 0; k < 6; k++) canvas.Ring(70 + 100 * k + 20 * (row % 2), 60 + 105 * row, 46, 30 - 4 * row);
    }
}
