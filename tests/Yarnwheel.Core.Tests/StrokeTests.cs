using System.Collections.Immutable;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>Brush strokes against their geometry and their laws.</summary>
public class StrokeTests
{
    private const int Width = 400;
    private const int Height = 300;
    private static readonly PhotoRenderer Renderer = new(Pictures.Pyramid(Stripes(), Width, Height));

    /// <summary>Red, with a green stripe of twelve pixels and, from 250, blue.</summary>
    private static byte[] Stripes()
    {
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++)
            ((byte[])((i % Width) switch { >= 250 => [30, 40, 200], >= 148 and < 160 => [30, 160, 40], _ => [200, 30, 40] })).CopyTo(rgb, 3 * i);
        return rgb;
    }

    private static BrushStroke Stroke(double radius, params (double X, double Y)[] points) => new()
    {
        Radius = radius / Width,
        Hardness = 100,
        Points = [.. points.Select(p => new BrushPoint { X = p.X / Width, Y = p.Y / Height })],
    };

    private static Recipe With(params MaskPart[] parts) => new() { Areas = [new Area { Mask = new Mask { Parts = [.. parts] } }] };

    private static Recipe Painted(params BrushStroke[] strokes) => With(new BrushPart { Strokes = [.. strokes] });

    private static double[] Mask(Recipe recipe, PhotoRenderer? renderer = null) => [.. (renderer ?? Renderer).Copies.Mask(recipe, 0).Select(m => m / 65535.0)];

    [Theory]
    [InlineData(0.3)]
    [InlineData(2.25)]
    [InlineData(7.6)]
    [InlineData(40)]
    public void A_hard_dab_covers_what_the_disc_covers(double radius)
    {
        const double x0 = 120.3, y0 = 90.7;
        var mask = Mask(Painted(Stroke(radius, (x0, y0))));
        const int fine = 16;
        var area = 0.0;
        for (var y = 40; y < 140; y++)
        {
            for (var x = 70; x < 170; x++)
            {
                var inside = 0;
                for (var k = 0; k < fine * fine; k++)
                {
                    double u = x + (k % fine + 0.5) / fine - x0, v = y + (k / fine + 0.5) / fine - y0;
                    if (u * u + v * v <= radius * radius) inside++;
                }
                area += mask[y * Width + x];
                // Along a slanted rim the pixel is cut askew: up to 0.09 beside the cut straight across that is reckoned with.
                if (radius > 1) Assert.Equal(inside / (double)(fine * fine), mask[y * Width + x], 0.1);
            }
        }
        Assert.Equal(Math.PI * radius * radius, area, Math.Max(0.35, 0.01 * Math.PI * radius * radius));
    }

    [Fact]
    public void A_run_covers_a_capsule_and_a_soft_brush_its_profile()
    {
        var capsule = Mask(Painted(Stroke(20, (100.5, 150.5), (200.5, 150.5))));
        Assert.Equal(Math.PI * 400 + 100 * 40, capsule.Sum(), 30.0);
        var soft = Mask(Painted(Stroke(40, (100.5, 150.5), (200.5, 150.5)) with { Hardness = 25 }));
        foreach (var distance in (int[])[0, 5, 10, 15, 25, 35, 41])
        {
            // Full up to a quarter of the radius, Hermite from there to the radius.
            var t = Math.Clamp((distance - 10) / 30.0, 0, 1);
            Assert.Equal(1 - t * t * (3 - 2 * t), soft[(150 + distance) * Width + 150], 1e-3);
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(5)]
    public void Flow_builds_up_alike_in_one_stroke_and_in_several(int passes)
    {
        (double, double)[] run = [(60.5, 150.5), (240.5, 150.5)];
        var thin = Stroke(12, run) with { Flow = 30, Ceiling = 80 };
        var expected = 0.8 * (1 - Math.Pow(0.7, passes));
        var several = Mask(Painted([.. Enumerable.Repeat(thin, passes)]));
        var back = Enumerable.Range(0, passes + 1).Select(k => run[k % 2]).ToArray();
        var one = Mask(Painted(Stroke(12, back) with { Flow = 30, Ceiling = 80 }));
        Assert.Equal(expected, several[150 * Width + 150], 1e-3);
        Assert.Equal(expected, one[150 * Width + 150], 1e-3);
        // One pass lays its flow all over, up to the rim.
        if (passes == 1) Assert.Equal(0.24, one[160 * Width + 150], 1e-3);
    }

    [Fact]
    public void Taking_away_leaves_what_is_missing_to_the_ceiling()
    {
        var mask = Mask(Painted(Stroke(40, (100, 100)), Stroke(20, (100, 100)) with { Erase = true, Ceiling = 70 }));
        Assert.Equal(0.3, mask[100 * Width + 100], 1e-3);
        Assert.Equal(1, mask[100 * Width + 130]);
    }

    [Fact]
    public void Pressure_changes_size_or_flow()
    {
        var pressed = Stroke(30, (100.5, 100.5)) with { Points = [new BrushPoint { X = 100.5 / Width, Y = 100.5 / Height, Pressure = 0.5 }] };
        Assert.Equal(Math.PI * 225, Mask(Painted(pressed)).Sum(), 10.0);
        var flow = Mask(Painted(pressed with { Pen = PenPressure.Flow }));
        Assert.Equal(0.5, flow[100 * Width + 100], 1e-3);
        Assert.Equal(0.5 * Math.PI * 900, flow.Sum(), 15.0);
        Assert.Equal(Math.PI * 900, Mask(Painted(pressed with { Pen = PenPressure.None })).Sum(), 30.0);
    }

    [Fact]
    public void A_clinging_stroke_follows_the_colour_and_a_held_one_crosses_a_gap()
    {
        // Across the green stripe, the centre on red at both ends.
        var cling = Stroke(30, (100, 150), (200, 150)) with { Cling = new ColourCling { Reach = 6, Fade = 4 } };
        double At(BrushStroke stroke, int x, int y = 150) => Mask(Painted(stroke))[y * Width + x];
        Assert.Equal((1, 1), (At(cling, 120), At(cling, 190)));
        Assert.Equal(1, At(cling, 152));
        // While the centre is on the stripe all of it under the brush is painted; held, none of it.
        Assert.Equal(1, At(cling, 152, 165));
        var held = cling with { Cling = cling.Cling! with { Held = true } };
        Assert.Equal((1, 0, 1), (At(held, 120), At(held, 152), At(held, 190)));
        var holding = cling with { Points = [cling.Points[0], new BrushPoint { X = 140.0 / Width, Y = 0.5 }, new BrushPoint { X = 170.0 / Width, Y = 0.5, Held = true }, cling.Points[1]] };
        Assert.Equal((0, 1), (At(holding, 152), At(holding, 190)));
        // The brush reaches over the blue border and leaves it alone.
        var near = Stroke(30, (240, 150)) with { Cling = new ColourCling { Reach = 6, Fade = 4 } };
        Assert.Equal((1, 0), (At(near, 245), At(near, 255)));
    }

    [Theory]
    [InlineData(MaskTones.Lights, false, 1, 1, 0.2, 0)]
    [InlineData(MaskTones.Darks, true, 1, 0.8, 0, 0)]
    [InlineData(MaskTones.All, true, 0, 0, 0, 0)]
    [InlineData(MaskTones.Middles, false, 1, 0.87, 0.48, 0)]
    public void Strokes_on_the_mask_touch_only_the_values_they_are_limited_to(MaskTones tones, bool darken, double white, double light, double dark, double black)
    {
        // Four bands of opacity 1, 0.8, 0.2 and 0, and a stroke across them.
        MaskPart Band(double x, double opacity) => new OutlinePart
        {
            Opacity = opacity,
            Nodes = [.. ((double, double)[])[(x, 0), (x + 80, 0), (x + 80, Height), (x, Height)] is var corners ? corners.Select(c => new OutlineNode { X = c.Item1 / Width, Y = c.Item2 / Height }) : []],
        };
        var repair = new BrushPart { Strokes = [Stroke(20, (10, 150), (390, 150)) with { OnMask = tones, Erase = darken }] };
        var mask = Mask(With(Band(0, 100), Band(80, 80), Band(160, 20), repair));
        double At(int x) => mask[150 * Width + x];
        Assert.Equal(white, At(40), 0.01);
        Assert.Equal(light, At(120), 0.07);
        Assert.Equal(dark, At(200), 0.01);
        Assert.Equal(black, At(300), 0.001);
        // Beside the stroke nothing changes.
        Assert.Equal(0.8, mask[250 * Width + 120], 1e-3);
    }

    [Fact]
    public void Strokes_on_the_mask_repair_what_the_parts_before_them_gave_in_their_order()
    {
        var square = new OutlinePart { Nodes = [.. ((double, double)[])[(50, 50), (150, 50), (150, 150), (50, 150)] is var c ? c.Select(p => new OutlineNode { X = p.Item1 / Width, Y = p.Item2 / Height }) : []] };
        var away = Stroke(20, (100, 100)) with { OnMask = MaskTones.All, Erase = true };
        var back = Stroke(8, (100, 100)) with { OnMask = MaskTones.All };
        foreach (var op in Enum.GetValues<MaskOp>())
        {
            var mask = Mask(With(square, new BrushPart { Op = op, Strokes = [away, back] }));
            Assert.Equal((1, 0, 1), (mask[60 * Width + 60], mask[115 * Width + 100], mask[100 * Width + 100]));
        }
        // Switched off, or with a part after it, it is one part like any other.
        Assert.Equal(1, Mask(With(square, new BrushPart { On = false, Strokes = [away] }))[100 * Width + 100]);
        var readded = Mask(With(square, new BrushPart { Strokes = [away] }, new BrushPart { Strokes = [Stroke(5, (100, 100))] }));
        Assert.Equal((1, 0), (readded[100 * Width + 100], readded[115 * Width + 100]));
    }

    [Fact]
    public void A_stroke_added_to_kept_ones_gives_what_all_give_at_once()
    {
        var random = new Random(5);
        BrushStroke Any(int i) => Stroke(2 + 20 * random.NextDouble(), (random.Next(Width), random.Next(Height)), (random.Next(Width), random.Next(Height))) with
        {
            Erase = i % 3 == 2,
            Flow = 20 + random.Next(80),
            Hardness = random.Next(100),
            OnMask = i % 5 == 4 ? MaskTones.All : null,
            Cling = i % 7 == 3 ? new ColourCling() : null,
        };
        var strokes = Enumerable.Range(0, 60).Select(Any).ToArray();
        var view = new View(new Region(30, 20, 200, 180), 0.8);
        var bit = new PhotoRenderer(Renderer.Photo);
        byte[] frame = [];
        for (var count = 1; count <= strokes.Length; count += count < 50 ? 7 : 1) frame = bit.Frames.Draw(Painted(strokes[..count]), view, Show.Mask, 0);
        Assert.Equal(new PhotoRenderer(Renderer.Photo).Frames.Draw(Painted(strokes), view, Show.Mask, 0), frame);
    }

    [Fact]
    public void Strokes_off_the_photo_and_empty_ones_paint_nothing_there()
    {
        var off = Stroke(10, (-100, -50), (-60, 500)) with { Cling = new ColourCling() };
        Assert.Equal(0, Mask(Painted(off, off with { Cling = null }, Stroke(10), Stroke(0, (50, 50)))).Sum(), 0.1);
        var corner = Mask(Painted(Stroke(10, (-4, -4))));
        Assert.True(corner[0] == 1 && corner.Sum() < 50);
    }
}
