using static Yarnwheel.Measure.Quality.Subjects.Things.ThingColours;
using static Yarnwheel.Measure.Quality.Subjects.Things.ThingGrounds;

namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>Things of yet other kinds, made when the fresh ones had been looked at too; judged once, when readings began to back each other.</summary>
internal static class LatestThings
{
    public static readonly ThingKind[] All =
    [
        new("pair of boots on a step", p =>
        {
            Room(p, Lime, Ash, 200);
            p.Other(Mix(Ash, Slate, 0.5), c => c.Block(0, 330, p.Width, p.Height), 0.3f, 10);
            p.Shadow(330, 332, 170, 20, 0.5f);
            foreach (var x in (double[])[230, 370])
            {
                p.Thing(Oak, c => { c.Block(x, 170, x + 56, 300); c.Ellipse(x + 70, 300, 56, 28); }, 0.35f, 5);
                p.Thing(Soot, c => { c.Block(x - 4, 318, x + 128, 332); c.Block(x - 3, 165, x + 59, 180); });
                p.Thing(Straw, c => { for (var k = 0; k < 4; k++) c.Stroke([(x + 22, 206 + 22 * k), (x + 58, 200 + 22 * k)], 4, 4); }, 0.1f);
            }
        }, IsCompact: false),
        new("watering can before leaves", p =>
        {
            Leaves(p, Hedge, 500, 61);
            p.Other(Mix(Oak, Hedge, 0.3), c => c.Block(0, 350, p.Width, p.Height), 0.5f, 5);
            p.Thing(Slate, c => { c.Block(240, 220, 380, 370); c.Ellipse(310, 370, 70, 14); c.Stroke([(372, 340), (470, 200)], 26, 14); c.Polygon((450, 190), (500, 190), (482, 214), (462, 214)); });
            p.Thing(Copper, c => { c.Ellipse(310, 222, 72, 14); c.Block(236, 300, 384, 312); c.Stroke([(250, 230), (200, 240), (190, 310), (244, 350)], 12, 12); }, 0.15f);
            p.Shade(0.4, 0.7f);
        }),
        new("bowl of fruit on a striped cloth", p =>
        {
            Stripes(p, Lime, Sky, 34, 0.6);
            p.Shadow(320, 340, 170, 34, 0.55f);
            p.Thing(Rose, c => { c.Disc(270, 200, 44); c.Disc(350, 190, 46); }, 0.3f, 20);
            p.Thing(Straw, c => c.Stroke([(220, 230), (300, 170), (400, 210)], 34, 16), 0.2f, 14);
            p.Thing(Hedge, c => { c.Disc(390, 230, 40); c.Ellipse(300, 150, 22, 9); }, 0.3f, 12);
            p.Thing(Indigo, c => { c.Sector(320, 240, 120, 0, 180); c.Block(270, 345, 370, 362); }, 0.2f);
            p.Thing(Lime, c => c.Block(204, 252, 436, 260), 0.1f);
        }),
        new("pale dog on a pale floor", p =>
        {
            Room(p, Mix(Lime, Straw, 0.15), Mix(Lime, Ash, 0.25), 230);
            p.Shadow(330, 352, 150, 22, 0.45f);
            p.Thing(Mix(Lime, Straw, 0.3), c => { c.Ellipse(320, 260, 110, 52); c.Ellipse(440, 205, 44, 36); c.Stroke([(400, 240), (440, 205)], 50, 44); c.Stroke([(215, 250), (170, 190)], 16, 7); }, 0.3f, 4);
            p.Thing(Mix(Lime, Straw, 0.3), c => { foreach (var x in (double[])[245, 285, 365, 400]) c.Block(x, 270, x + 20, 352); }, 0.3f, 4);
            p.Thing(Oak, c => { c.Ellipse(420, 205, 14, 32); c.Ellipse(290, 240, 50, 26); }, 0.35f, 5);
            p.Thing(Soot, c => { c.Disc(482, 205, 8); c.Disc(450, 192, 4); });
        }, IsCompact: false),
        new("clock on a patterned paper", p =>
        {
            p.Ground((_, _) => Mix(Teal, Lime, 0.5));
            Strew(p, 3, 300, 67, k => k == 0 ? Mix(Teal, Lime, 0.8) : k == 1 ? Rose : Teal, (c, x, y, r) => c.Disc(x, y, 5 + 9 * r), 0.2f, 5);
            p.Shadow(330, 240, 150, 150, 0.35f);
            p.Thing(Oak, c => c.Disc(320, 220, 120), 0.35f, 6);
            p.Thing(Lime, c => c.Disc(320, 220, 98), 0.08f, 20);
            p.Thing(Soot, c => { c.Stroke([(320, 220), (320, 145)], 7, 4); c.Stroke([(320, 220), (372, 250)], 8, 5); for (var k = 0; k < 12; k++) c.Disc(320 + 84 * Math.Cos(k * Math.PI / 6), 220 + 84 * Math.Sin(k * Math.PI / 6), 5); });
        }),
        new("barrow with hay in grass, JPEG", p =>
        {
            p.Ground((_, y) => Mix(Sky, Lime, y));
            p.Other(Hedge, c => c.Block(0, 180, p.Width, p.Height), 0.6f, 3);
            Strew(p, 3, 500, 71, k => Mix(Hedge, Straw, 0.2 + 0.15 * k), (c, x, y, r) => c.Stroke([(x, Math.Max(190, y)), (x + 8 * r, Math.Max(190, y) - 16)], 3, 1), 0.3f, 4);
            p.Thing(Straw, c => { c.Ellipse(320, 215, 110, 50); c.Ellipse(360, 190, 60, 36); }, 0.6f, 3);
            p.Thing(Madder, c => c.Polygon((200, 220), (440, 220), (400, 310), (250, 310)), 0.25f);
            p.Thing(Oak, c => { c.Stroke([(390, 290), (520, 250)], 12, 10); c.Block(376, 306, 388, 362); });
            p.Thing(Soot, c => c.Ring(250, 330, 40, 28));
        }, IsCompact: false, Quality: 60),
        new("kettle beside a fire, low light", p =>
        {
            Room(p, Mix(Oak, Soot, 0.5), Soot, 300);
            p.Other(Straw, c => { c.Ellipse(120, 300, 60, 70); c.Ellipse(150, 330, 50, 40); }, 0.3f, 6, 10);
            p.Thing(Slate, c => { c.Ellipse(340, 270, 90, 74); c.Stroke([(415, 290), (470, 250), (484, 215)], 30, 14); c.Ring(340, 180, 66, 54); }, 0.3f, 8);
            p.Thing(Copper, c => { c.Ellipse(340, 205, 44, 12); c.Disc(340, 190, 10); c.Block(256, 300, 424, 312); }, 0.2f);
            p.Shade(3.14, 1.2f);
        }, Exposure: 0.2f, Grain: 8),
        new("tortoise among pebbles", p =>
        {
            Pebbles(p, 500, 73);
            p.Shadow(320, 320, 160, 30, 0.5f);
            p.Thing(Mix(Oak, Hedge, 0.4), c => { c.Ellipse(455, 270, 36, 24); c.Ellipse(240, 320, 30, 16); c.Ellipse(400, 320, 30, 16); c.Stroke([(200, 300), (170, 310)], 16, 5); }, 0.35f, 4);
            p.Thing(Mix(Hedge, Soot, 0.4), c => c.Sector(320, 310, 125, 180, 360), 0.3f, 6);
            for (var k = 0; k < 5; k++) { double x = 232 + 44 * k, y = 282 - 36 * Math.Sin((k + 0.5) * Math.PI / 5); p.Thing(Straw, c => c.Ring(x, y, 20, 13), 0.2f, 4); }
        }),
        new("flag of three colours before clouds", p =>
        {
            Blobs(p, Sky, Lime, 40, 79);
            p.Thing(Oak, c => c.Block(180, 70, 192, 420), 0.3f, 5);
            float[][] bands = [Madder, Mix(Lime, Sky, 0.2), Indigo];
            for (var k = 0; k < 3; k++)
            {
                double top = 80 + 56 * k;
                p.Thing(bands[k], c => c.Fill(192, top - 20, 470, top + 80, (x, y) => { var wave = 14 * Math.Sin((x - 192) / 45); return y >= top + wave && y < top + 56 + wave; }), 0.15f, 12);
            }
            p.Shade(1.0, 0.4f);
        }),
        new("stool half under a cloth", p =>
        {
            Planks(p, Mix(Oak, Straw, 0.3), 46);
            p.Shadow(320, 372, 150, 22, 0.5f);
            p.Thing(Teal, c => { foreach (var x in (double[])[240, 300, 350, 396]) c.Stroke([(x + 10, 200), (x, 370)], 16, 12); c.Block(236, 300, 404, 312); });
            p.Thing(Rose, c => { c.Ellipse(320, 190, 110, 26); c.Polygon((212, 190), (300, 196), (270, 290), (226, 270)); c.Polygon((360, 196), (430, 190), (418, 250), (376, 240)); }, 0.4f, 5);
            p.Thing(Lime, c => { c.Stroke([(226, 268), (270, 288)], 7, 7); c.Stroke([(376, 238), (418, 248)], 7, 7); }, 0.2f);
        }, IsCompact: false),
    ];
}
