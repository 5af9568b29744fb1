using static Yarnwheel.Measure.Quality.Subjects.Things.ThingColours;
using static Yarnwheel.Measure.Quality.Subjects.Things.ThingGrounds;

namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>Things that readings and their weights were tuned on.</summary>
internal static class TunedThings
{
    public static readonly ThingKind[] All =
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
}
