using static Yarnwheel.Measure.Quality.Subjects.Things.ThingColours;
using static Yarnwheel.Measure.Quality.Subjects.Things.ThingGrounds;

namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>Things made when all that came before had been looked at, of other kinds; looked at since.</summary>
internal static class FreshThings
{
    public static readonly ThingKind[] All =
    [
        new("teapot with a band before tiles", p =>
        {
            Tiles(p, 52, Lime, Sky, Slate);
            p.Other(Oak, c => c.Block(0, 340, p.Width, p.Height), 0.35f);
            p.Shadow(330, 372, 150, 24, 0.5f);
            p.Thing(Indigo, c => { c.Ellipse(310, 280, 100, 84); c.Stroke([(395, 290), (450, 240), (470, 200)], 34, 16); c.Ring(205, 275, 52, 36); });
            p.Thing(Lime, c => c.Fill(210, 250, 410, 285, (u, v) => Math.Pow((u - 310) / 100, 2) + Math.Pow((v - 280) / 84, 2) <= 1), 0.1f);
            p.Thing(Ochre, c => { c.Ellipse(310, 200, 46, 12); c.Disc(310, 182, 11); });
            p.Shade(0.3, 0.6f);
        }),
        new("moth on bark", p =>
        {
            Planks(p, Mix(Oak, Ash, 0.5), 23);
            p.Thing(Mix(Oak, Lime, 0.35), c => { c.Polygon((318, 180), (190, 120), (170, 250), (300, 270)); c.Polygon((322, 180), (450, 120), (470, 250), (340, 270)); }, 0.35f, 5);
            p.Thing(Madder, c => { c.Ellipse(245, 245, 50, 28); c.Ellipse(395, 245, 50, 28); });
            p.Thing(Soot, c => { c.Disc(225, 175, 18); c.Disc(415, 175, 18); });
            p.Thing(Straw, c => c.Ellipse(320, 225, 15, 62), 0.4f, 4);
        }),
        new("patchwork cushion on a sofa of one of its cloths", p =>
        {
            Room(p, Lime, Teal, 150);
            p.Shadow(330, 360, 150, 30, 0.5f);
            float[][] cloths = [Rose, Teal, Straw, Plum];
            for (var k = 0; k < 16; k++) { double x = 230 + 45 * (k % 4), y = 170 + 45 * (k / 4); p.Thing(cloths[(k + k / 4) % 4], c => c.Block(x, y, x + 45, y + 45), 0.3f, 4); }
            p.Shade(0.8, 0.7f);
        }),
        new("striped lighthouse at dusk", p =>
        {
            p.Ground((_, y) => y < 0.7 ? Mix(Plum, Rose, y / 0.7) : Mix(Slate, Indigo, (y - 0.7) / 0.3));
            Ripples(p, Rose, 50, 310, 13);
            p.Other(Soot, c => c.Ellipse(330, 400, 190, 50), 0.4f);
            for (var k = 0; k < 5; k++) { double top = 120 + 50 * k, w = 30 + 5 * k; p.Thing(k % 2 == 0 ? Lime : Madder, c => c.Polygon((320 - w, top), (320 + w, top), (320 + w + 5, top + 50), (320 - w - 5, top + 50)), 0.2f); }
            p.Thing(Slate, c => { c.Block(286, 108, 354, 120); c.Polygon((296, 70), (320, 44), (344, 70)); });
            p.Thing(Straw, c => c.Block(300, 70, 340, 108), 0.05f);
        }),
        new("drum with cords on a rug", p =>
        {
            Stripes(p, Madder, Indigo, 26, 0);
            p.Shadow(340, 345, 140, 36, 0.6f);
            p.Thing(Copper, c => { c.Block(220, 180, 420, 330); c.Ellipse(320, 330, 100, 30); });
            for (var k = 0; k < 5; k++) { var x = 225 + 40 * k; p.Thing(Lime, c => c.Stroke([(x, 190), (x + 18, 340), (x + 36, 190)], 5, 5), 0.2f); }
            p.Thing(Lime, c => c.Ellipse(320, 180, 100, 32), 0.15f, 20);
            p.Thing(Oak, c => c.Stroke([(225, 190), (320, 216), (415, 190)], 10, 10));
        }),
        new("bottle half full before bricks", p =>
        {
            Bricks(p, Mix(Madder, Oak, 0.5), Lime);
            p.Other(Oak, c => c.Block(0, 360, p.Width, p.Height), 0.4f);
            p.Thing(Mix(Teal, Sky, 0.4), c => { c.Block(270, 180, 370, 380); c.Polygon((270, 180), (302, 120), (338, 120), (370, 180)); c.Block(302, 60, 338, 122); }, 0.15f);
            p.Thing(Plum, c => c.Block(276, 270, 364, 376), 0.15f);
            p.Thing(Lime, c => c.Block(276, 210, 364, 250), 0.1f);
            p.Thing(Oak, c => c.Block(305, 44, 335, 64), 0.4f, 4);
        }),
        new("rooster on gravel", p =>
        {
            p.Ground((_, y) => Mix(Sky, Lime, y));
            p.Other(Ash, c => c.Block(0, 250, p.Width, p.Height), 0.6f, 3);
            p.Thing(Oak, c => { c.Ellipse(310, 250, 90, 62); c.Stroke([(370, 230), (410, 130)], 56, 34); }, 0.5f, 4);
            p.Thing(Soot, c => { c.Stroke([(235, 240), (180, 160), (190, 110)], 40, 14); c.Stroke([(235, 250), (160, 210), (140, 170)], 30, 12); });
            p.Thing(Madder, c => { c.Disc(412, 104, 16); c.Disc(396, 98, 12); c.Disc(428, 150, 12); });
            p.Thing(Straw, c => { c.Polygon((428, 118), (456, 128), (428, 134)); c.Stroke([(295, 305), (295, 385), (270, 392)], 8, 8); c.Stroke([(330, 305), (330, 385), (355, 392)], 8, 8); }, 0.1f);
        }, IsCompact: false),
        new("train of two waggons, JPEG", p =>
        {
            Blobs(p, Hedge, Straw, 36, 19);
            p.Other(Ash, c => c.Block(0, 330, p.Width, p.Height), 0.5f, 4);
            p.Thing(Madder, c => c.Block(150, 230, 300, 310), 0.2f);
            p.Thing(Indigo, c => c.Block(330, 230, 480, 310), 0.2f);
            p.Thing(Lime, c => { foreach (var x in (double[])[165, 215, 265, 345, 395, 445]) c.Block(x, 245, x + 24, 272); }, 0.05f);
            p.Thing(Soot, c => { foreach (var x in (double[])[180, 270, 360, 450]) c.Disc(x, 318, 20); c.Block(298, 290, 332, 300); });
        }, Quality: 55),
        new("hat with a ribbon on a wall, its shadow beside it", p =>
        {
            p.Ground((_, _) => Lime);
            p.Other(Lime, c => c.Block(0, 0, p.Width, p.Height), 0.12f, 25);
            p.Shadow(380, 270, 150, 90, 0.55f);
            p.Thing(Straw, c => { c.Ellipse(310, 270, 140, 40); c.Ellipse(310, 215, 78, 66); }, 0.4f, 3);
            p.Thing(Indigo, c => c.Fill(230, 235, 390, 262, (u, v) => Math.Pow((u - 310) / 79, 2) + Math.Pow((v - 215) / 66, 2) <= 1), 0.2f);
            p.Shade(2.4, 0.5f);
        }),
        new("bird behind twigs", p =>
        {
            Blobs(p, Mix(Sky, Ash, 0.4), Hedge, 30, 29);
            p.Thing(Slate, c => { c.Ellipse(320, 240, 96, 62); c.Disc(405, 190, 38); c.Polygon((240, 230), (130, 290), (235, 280)); }, 0.4f, 5);
            p.Thing(Rose, c => { c.Ellipse(345, 268, 62, 32); c.Disc(412, 205, 16); }, 0.3f, 5);
            p.Thing(Lime, c => c.Stroke([(250, 225), (340, 235)], 9, 5), 0.1f);
            p.Thing(Straw, c => c.Polygon((438, 182), (470, 192), (438, 200)), 0.1f);
            p.Other(Oak, c => { c.Stroke([(0, 330), (640, 285)], 16, 10); c.Stroke([(280, 440), (300, 120), (250, 0)], 9, 5); c.Stroke([(300, 200), (520, 60)], 5, 2); }, 0.4f, 4);
        }),
    ];

    private static void Tiles(ThingPicture p, double side, float[] one, float[] other, float[] joint)
    {
        p.Ground((_, _) => joint);
        for (var tone = 0; tone < 2; tone++)
        {
            var own = tone;
            p.Other(tone == 0 ? one : other, c =>
            {
                for (var row = 0; row * side < p.Height; row++)
                    for (var column = 0; column * side < p.Width; column++)
                        if ((row + column) % 2 == own) c.Block(column * side, row * side, column * side + side - 3, row * side + side - 3);
            }, 0.12f);
        }
    }
}
