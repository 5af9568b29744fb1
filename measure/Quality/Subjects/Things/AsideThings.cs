using static Yarnwheel.Measure.Quality.Subjects.Things.ThingColours;
using static Yarnwheel.Measure.Quality.Subjects.Things.ThingGrounds;

namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>Things that were put aside before anything was tuned; looked at several times since.</summary>
internal static class AsideThings
{
    public static readonly ThingKind[] All =
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
}
