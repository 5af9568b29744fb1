using static Yarnwheel.Measure.Quality.Subjects.Things.ThingColours;

namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>What things stand before.</summary>
internal static class ThingGrounds
{
    public static float[] Mix(float[] a, float[] b, double t) => [.. a.Select((v, c) => (float)(v * (1 - t) + b[c] * t))];

    public static void Room(ThingPicture p, float[] wall, float[] floor, double line)
    {
        p.Ground((_, _) => wall);
        p.Other(wall, c => c.Block(0, 0, p.Width, line), 0.15f, 20);
        p.Other(floor, c => c.Block(0, line, p.Width, p.Height), 0.3f, 12);
    }

    public static void Planks(ThingPicture p, float[] wood, double width)
    {
        p.Ground((_, _) => Mix(wood, Soot, 0.6));
        for (var tone = 0; tone < 3; tone++)
        {
            var own = tone;
            p.Other(Mix(wood, Lime, tone * 0.12), c =>
            {
                for (var k = own; k * width < p.Width; k += 3) c.Block(k * width, 0, (k + 1) * width - 2, p.Height);
            }, 0.45f, 5);
        }
    }

    public static void Stripes(ThingPicture p, float[] one, float[] other, double width, double lean)
    {
        p.Ground((_, _) => one);
        p.Other(other, c => c.Fill(0, 0, p.Width, p.Height, (u, v) => (int)Math.Floor((u + lean * v) / width) % 2 == 0));
    }

    /// <summary>Many like shapes in some tones, each tone in one layer.</summary>
    public static void Strew(ThingPicture p, int tones, int count, int seed, Func<int, float[]> tone, Action<Canvas, double, double, double> shape, float depth, int scale, double blur = 0)
    {
        var random = new Random(seed);
        for (var k = 0; k < tones; k++)
        {
            p.Other(tone(k), c =>
            {
                for (var n = 0; n < count / tones; n++) shape(c, p.Width * random.NextDouble(), p.Height * random.NextDouble(), random.NextDouble());
            }, depth, scale, blur);
        }
    }

    public static void Leaves(ThingPicture p, float[] green, int count, int seed)
    {
        p.Ground((_, _) => Mix(green, Soot, 0.5));
        Strew(p, 8, count, seed, k => Mix(green, k % 4 == 0 ? Straw : Hedge, 0.08 * k), (c, x, y, r) => c.Ellipse(x, y, 8 + 22 * r, 5 + 12 * (1 - r)), 0.4f, 4);
    }

    public static void Blobs(ThingPicture p, float[] one, float[] other, int count, int seed)
    {
        p.Ground((_, y) => Mix(one, other, 0.4 * y));
        Strew(p, 6, count, seed, k => Mix(one, other, k / 5.0), (c, x, y, r) => c.Disc(x, y, 20 + 50 * r), 0.05f, 30, 14);
    }

    public static void Ripples(ThingPicture p, float[] colour, int count, double top, int seed)
    {
        var random = new Random(seed);
        p.Other(Mix(colour, Teal, 0.6), c =>
        {
            for (var k = 0; k < count; k++) c.Ellipse(p.Width * random.NextDouble(), top + (p.Height - top) * random.NextDouble(), 20 + 40 * random.NextDouble(), 2 + 3 * random.NextDouble());
        });
    }

    public static void Bricks(ThingPicture p, float[] brick, float[] joint)
    {
        p.Ground((_, _) => joint);
        for (var tone = 0; tone < 5; tone++)
        {
            var own = tone;
            p.Other(Mix(brick, Ash, tone * 0.12), c =>
            {
                for (var row = 0; row * 56 < p.Height; row++)
                    for (var column = -1; column * 130 < p.Width; column++)
                        if ((row * 7 + column * 3 + 3) % 5 == own) c.Block(column * 130 + row % 2 * 65, row * 56, column * 130 + row % 2 * 65 + 122, row * 56 + 48);
            }, 0.35f, 6);
        }
    }

    public static void Pebbles(ThingPicture p, int count, int seed)
    {
        float[][] stones = [Ash, Lime, Slate, Oak, Straw];
        p.Ground((_, _) => Soot);
        Strew(p, 10, count, seed, k => Mix(stones[k % 5], Ash, 0.3 + 0.1 * (k / 5)), (c, x, y, r) => c.Ellipse(x, y, 14 + 18 * r, 10 + 14 * r), 0.3f, 5);
    }
}
