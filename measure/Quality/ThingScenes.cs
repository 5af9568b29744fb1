namespace Yarnwheel.Measure.Quality;

/// <summary>Things of several colours and materials in difficult surroundings, painted for judging subjects: ten that were tuned on, ten put aside, of other kinds.</summary>
internal static class ThingScenes
{
    private const int W = 640;
    private const int H = 440;

    private static readonly float[] Madder = [0.42f, 0.035f, 0.03f], Ochre = [0.40f, 0.22f, 0.05f], Indigo = [0.03f, 0.05f, 0.19f], Lime = [0.62f, 0.58f, 0.50f], Hedge = [0.07f, 0.14f, 0.05f],
        Copper = [0.45f, 0.20f, 0.11f], Teal = [0.03f, 0.20f, 0.21f], Ash = [0.20f, 0.19f, 0.18f], Soot = [0.03f, 0.028f, 0.027f], Oak = [0.24f, 0.14f, 0.07f], Sky = [0.50f, 0.64f, 0.84f], Rose = [0.55f, 0.22f, 0.26f],
        Straw = [0.58f, 0.45f, 0.16f], Plum = [0.14f, 0.03f, 0.12f], Slate = [0.11f, 0.13f, 0.16f];

    /// <summary>Name, kind, whether it is a body without strands, and the scene's picture; grain and JPEG quality.</summary>
    private sealed record Kind(string Name, Action<ThingPicture> Paint, bool IsCompact = true, float Exposure = 1, double Grain = 3, int Quality = 88, int Scale = 1);

    private static readonly Kind[] Tuned =
    [
        new("lidded pot on a table", p =>
        {
            Room(p, Lime, Oak, 300);
            p.Shadow(370, 362, 150, 26, 0.6f);
            p.Thing(Teal, c => c.Ellipse(300, 285, 95, 90));
            p.Thing(Copper, c => { c.Ellipse(300, 200, 70, 22); c.Disc(300, 172, 14); });
            p.Thing(Straw, c => c.Block(262, 262, 338, 318), 0.1f);
            p.Shade(0.4, 0.7f);
        }),
        new("reel with pale flanges before planks", p =>
        {
            Planks(p, Oak, 46);
            p.Thing(Lime, c => { c.Block(230, 110, 410, 138); c.Block(230, 318, 410, 346); });
            p.Thing(Madder, c => c.Block(252, 138, 388, 318), 0.4f, 4);
            p.Shade(0, 0.9f);
        }),
        new("figure among leaves", p =>
        {
            Leaves(p, Hedge, 260, 5);
            p.Thing(Indigo, c => { c.Block(285, 280, 312, 390); c.Block(326, 280, 353, 390); });
            p.Thing(Madder, c => { c.Block(272, 170, 366, 286); c.Stroke([(275, 180), (225, 255)], 26, 22); c.Stroke([(363, 180), (420, 240)], 26, 22); });
            p.Thing(Copper, c => c.Disc(319, 130, 40), 0.1f);
            p.Thing(Soot, c => c.Sector(319, 126, 43, 180, 360));
        }),
        new("striped ball on a striped cloth", p =>
        {
            Stripes(p, Slate, Lime, 34, 0.4);
            p.Shadow(350, 320, 130, 40, 0.5f);
            p.Thing(Straw, c => c.Disc(320, 220, 110));
            for (var k = 0; k < 6; k += 2) { var from = 60 * k; p.Thing(Rose, c => c.Sector(320, 220, 110, from, from + 60)); }
            p.Thing(Teal, c => c.Disc(320, 220, 28));
            p.Shade(1, 0.8f);
        }),
        new("flower before a soft green", p =>
        {
            Blobs(p, Hedge, [0.16f, 0.24f, 0.07f], 40, 11);
            p.Thing([0.09f, 0.2f, 0.04f], c => { c.Stroke([(325, 250), (318, 340), (335, 430)], 12, 12); c.Ellipse(372, 360, 42, 16); });
            for (var k = 0; k < 8; k++) { var (sin, cos) = Math.SinCos(k * Math.PI / 4); p.Thing(Rose, c => c.Ellipse(320 + 68 * cos, 190 + 68 * sin, 42 - 10 * Math.Abs(sin), 42 - 10 * Math.Abs(cos)), 0.3f); }
            p.Thing(Ochre, c => c.Disc(320, 190, 40), 0.4f, 3);
        }),
        new("mug mirrored in a table", p =>
        {
            Room(p, Slate, Soot, 310);
            p.Thing(Lime, c => { c.Ring(410, 230, 52, 32); c.Block(240, 140, 400, 310); });
            p.Thing(Madder, c => c.Block(240, 140, 400, 190), 0.1f);
            p.Thing(Copper, c => c.Ellipse(320, 140, 80, 16), 0.1f);
            p.Reflect(310, 0.45f);
        }),
        new("the middle one of three like cups", p =>
        {
            Room(p, Rose, Lime, 270);
            foreach (var x in (double[])[120, 520]) { p.Other(Teal, c => c.Polygon((x - 60, 160), (x + 60, 160), (x + 42, 320), (x - 42, 320))); p.Other(Straw, c => c.Ellipse(x, 160, 60, 17)); }
            p.Thing(Teal, c => c.Polygon((260, 160), (380, 160), (362, 320), (278, 320)));
            p.Thing(Straw, c => c.Ellipse(320, 160, 60, 17));
        }),
        new("boat on water", p =>
        {
            p.Ground((x, y) => y < 0.55 ? Mix(Sky, Lime, y) : Mix(Teal, Slate, y));
            Ripples(p, Sky, 60, 250, 17);
            p.Thing(Oak, c => c.Polygon((190, 300), (470, 300), (420, 360), (240, 360)));
            p.Thing(Lime, c => c.Polygon((330, 60), (330, 280), (200, 280)), 0.1f);
            p.Thing(Madder, c => c.Polygon((344, 100), (344, 280), (440, 280)), 0.1f);
            p.Thing(Soot, c => c.Block(333, 50, 341, 300));
        }),
        new("small bird on a wall, large picture", p =>
        {
            Bricks(p, Copper, Ash);
            p.Thing(Indigo, c => { c.Ellipse(700, 430, 52, 34); c.Stroke([(745, 440), (800, 470)], 22, 8); });
            p.Thing(Straw, c => c.Ellipse(682, 442, 32, 22), 0.1f);
            p.Thing(Soot, c => { c.Disc(652, 402, 26); c.Polygon((632, 398), (632, 412), (606, 408)); });
            p.Other(Slate, c => c.Block(560, 464, 860, 478));
        }, Scale: 2),
        new("lantern, low light", p =>
        {
            Room(p, Plum, Soot, 330);
            p.Thing(Copper, c => { c.Block(270, 130, 370, 150); c.Block(270, 310, 370, 332); c.Polygon((270, 130), (370, 130), (320, 90)); });
            p.Thing(Straw, c => c.Block(282, 150, 358, 310), 0.5f);
            p.Thing(Soot, c => { c.Block(276, 150, 284, 310); c.Block(316, 150, 324, 310); c.Block(356, 150, 364, 310); });
        }, Exposure: 0.12f, Grain: 10),
    ];

    /// <summary>Judged, not tuned on.</summary>
    private static readonly Kind[] PutAside =
    [
        new("painted box before stripes", p =>
        {
            Stripes(p, Ochre, Madder, 50, 1.2);
            p.Thing(Lime, c => c.Block(230, 200, 410, 360), 0.15f);
            p.Thing(Slate, c => c.Polygon((210, 205), (430, 205), (320, 95)));
            p.Thing(Teal, c => c.Block(300, 270, 345, 360), 0.2f);
            p.Thing(Straw, c => { c.Block(250, 230, 285, 262); c.Block(360, 230, 395, 262); }, 0.1f);
        }),
        new("banded fish over pebbles", p =>
        {
            Pebbles(p, 300, 7);
            p.Thing(Straw, c => c.Ellipse(310, 225, 140, 66));
            foreach (var x in (double[])[240, 310, 375]) p.Thing(Soot, c => c.Fill(x - 14, 150, x + 14, 300, (u, v) => Math.Abs(u - x) < 14 && Math.Pow((u - 310) / 140, 2) + Math.Pow((v - 225) / 66, 2) <= 1));
            p.Thing(Madder, c => { c.Polygon((440, 225), (510, 170), (510, 285)); c.Polygon((300, 162), (360, 130), (380, 178)); });
        }),
        new("chair behind a rail", p =>
        {
            Room(p, Straw, Ash, 340);
            p.Shadow(330, 392, 160, 22, 0.5f);
            p.Thing(Oak, c => { c.Block(250, 90, 264, 400); c.Block(390, 90, 404, 400); c.Block(250, 90, 404, 112); });
            p.Thing(Indigo, c => { c.Block(262, 130, 392, 190); c.Block(246, 240, 410, 280); }, 0.4f);
            p.Other(Lime, c => { c.Block(0, 205, 640, 222); foreach (var x in (double[])[60, 180, 300, 420, 540]) c.Block(x, 205, x + 12, 440); });
        }),
        new("parasol in two colours", p =>
        {
            Blobs(p, Lime, Sky, 30, 23);
            p.Thing(Oak, c => c.Block(316, 200, 326, 420));
            for (var k = 0; k < 6; k++) { var from = 180 + 30 * k; p.Thing(k % 2 == 0 ? Madder : Lime, c => c.Sector(320, 230, 150, from, Math.Min(359.9, from + 30)), 0.1f); }
        }),
        new("tiers on a plate, shadow on the wall", p =>
        {
            Room(p, Rose, Oak, 350);
            p.Shadow(430, 230, 120, 140, 0.45f);
            p.Thing(Slate, c => c.Ellipse(320, 362, 150, 18));
            p.Thing(Lime, c => c.Block(220, 280, 420, 355), 0.1f);
            p.Thing(Rose, c => c.Block(250, 210, 390, 280), 0.1f);
            p.Thing(Copper, c => c.Block(280, 150, 360, 210), 0.3f);
            p.Thing(Madder, c => { c.Disc(300, 140, 13); c.Disc(340, 140, 13); });
        }),
        new("kite with a tail before clouds", p =>
        {
            Blobs(p, Sky, [0.8f, 0.8f, 0.8f], 35, 31);
            p.Thing(Madder, c => c.Polygon((320, 60), (400, 160), (320, 160)), 0.1f);
            p.Thing(Straw, c => c.Polygon((320, 60), (240, 160), (320, 160)), 0.1f);
            p.Thing(Teal, c => c.Polygon((240, 160), (320, 160), (320, 290)), 0.1f);
            p.Thing(Plum, c => c.Polygon((400, 160), (320, 160), (320, 290)), 0.1f);
            p.Thing(Soot, c => c.Stroke([(320, 290), (345, 330), (310, 370), (340, 420)], 3.5, 3.5));
        }, IsCompact: false),
        new("lamp with its cable", p =>
        {
            Room(p, Ash, Copper, 330);
            p.Thing(Straw, c => c.Polygon((270, 110), (370, 110), (410, 210), (230, 210)), 0.2f);
            p.Thing(Soot, c => { c.Block(314, 210, 326, 340); c.Stroke([(340, 345), (420, 360), (470, 350), (500, 380)], 4, 4); });
            p.Thing(Teal, c => c.Ellipse(320, 345, 62, 16));
        }, IsCompact: false),
        new("one of several like books", p =>
        {
            Room(p, Oak, Oak, 345);
            var x = 90.0;
            float[][] spines = [Madder, Teal, Madder, Straw, Teal, Madder];
            for (var k = 0; k < 6; k++)
            {
                double left = x, right = x + 62 + 9 * (k % 3);
                void Part(float[] colour, Action<Canvas> shape, float depth) { if (k == 2) p.Thing(colour, shape, depth); else p.Other(colour, shape, depth); }
                Part(spines[k], c => c.Block(left, 120 + 6 * (k % 2), right, 345), 0.2f);
                Part(Lime, c => c.Block(left, 160, right, 178), 0.1f);
                Part(Soot, c => c.Block(left, 290, right, 300), 0.1f);
                x = right + 4;
            }
        }),
        new("cart, strong JPEG", p =>
        {
            Room(p, Sky, Hedge, 280);
            p.Thing(Madder, c => { c.Block(200, 220, 450, 320); c.Polygon((250, 220), (280, 160), (380, 160), (420, 220)); });
            p.Thing(Slate, c => c.Polygon((268, 215), (290, 172), (372, 172), (402, 215)), 0.1f);
            p.Thing(Soot, c => { c.Disc(260, 325, 34); c.Disc(395, 325, 34); });
            p.Thing(Lime, c => { c.Disc(260, 325, 15); c.Disc(395, 325, 15); }, 0.1f);
        }, Quality: 30),
        new("dark cat with a collar, dark ground", p =>
        {
            Leaves(p, [0.05f, 0.045f, 0.05f], 160, 41);
            p.Thing(Slate, c => { c.Ellipse(320, 290, 80, 100); c.Disc(320, 170, 56); c.Polygon((275, 140), (290, 95), (312, 126)); c.Polygon((365, 140), (350, 95), (328, 126)); c.Stroke([(380, 370), (450, 350), (470, 280)], 24, 14); });
            p.Thing(Madder, c => c.Block(280, 208, 360, 222), 0.1f);
            p.Thing(Straw, c => { c.Disc(300, 165, 8); c.Disc(340, 165, 8); }, 0.1f);
        }, Exposure: 0.5f, Grain: 7),
    ];

    public static IEnumerable<SubjectScene> All(bool putAside) => (putAside ? PutAside : Tuned).Select((kind, k) =>
    {
        var picture = new ThingPicture(W * kind.Scale, H * kind.Scale, 1000 * (putAside ? 2 : 1) + k);
        kind.Paint(picture);
        return SubjectScenes.Photographed("thing: " + kind.Name, picture.Light, picture.Alpha, picture.Width, picture.Height, kind.IsCompact, kind.Exposure, kind.Grain, kind.Quality);
    });

    private static float[] Mix(float[] a, float[] b, double t) => [.. a.Select((v, c) => (float)(v * (1 - t) + b[c] * t))];

    private static void Room(ThingPicture p, float[] wall, float[] floor, double line)
    {
        p.Ground((_, _) => wall);
        p.Other(wall, c => c.Block(0, 0, p.Width, line), 0.15f, 20);
        p.Other(floor, c => c.Block(0, line, p.Width, p.Height), 0.3f, 12);
    }

    private static void Planks(ThingPicture p, float[] wood, double width)
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

    private static void Stripes(ThingPicture p, float[] one, float[] other, double width, double lean)
    {
        p.Ground((_, _) => one);
        p.Other(other, c => c.Fill(0, 0, p.Width, p.Height, (u, v) => (int)Math.Floor((u + lean * v) / width) % 2 == 0));
    }

    /// <summary>Many like shapes in some tones, each tone in one layer.</summary>
    private static void Strew(ThingPicture p, int tones, int count, int seed, Func<int, float[]> tone, Action<Canvas, double, double, double> shape, float depth, int scale, double blur = 0)
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

    private static void Leaves(ThingPicture p, float[] green, int count, int seed)
    {
        p.Ground((_, _) => Mix(green, Soot, 0.5));
        Strew(p, 8, count, seed, k => Mix(green, k % 4 == 0 ? Straw : Hedge, 0.08 * k), (c, x, y, r) => c.Ellipse(x, y, 8 + 22 * r, 5 + 12 * (1 - r)), 0.4f, 4);
    }

    private static void Blobs(ThingPicture p, float[] one, float[] other, int count, int seed)
    {
        p.Ground((_, y) => Mix(one, other, 0.4 * y));
        Strew(p, 6, count, seed, k => Mix(one, other, k / 5.0), (c, x, y, r) => c.Disc(x, y, 20 + 50 * r), 0.05f, 30, 14);
    }

    private static void Ripples(ThingPicture p, float[] colour, int count, double top, int seed)
    {
        var random = new Random(seed);
        p.Other(Mix(colour, Teal, 0.6), c =>
        {
            for (var k = 0; k < count; k++) c.Ellipse(p.Width * random.NextDouble(), top + (p.Height - top) * random.NextDouble(), 20 + 40 * random.NextDouble(), 2 + 3 * random.NextDouble());
        });
    }

    private static void Bricks(ThingPicture p, float[] brick, float[] joint)
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

    private static void Pebbles(ThingPicture p, int count, int seed)
    {
        float[][] stones = [Ash, Lime, Slate, Oak, Straw];
        p.Ground((_, _) => Soot);
        Strew(p, 10, count, seed, k => Mix(stones[k % 5], Ash, 0.3 + 0.1 * (k / 5)), (c, x, y, r) => c.Ellipse(x, y, 14 + 18 * r, 10 + 14 * r), 0.3f, 5);
    }
}
