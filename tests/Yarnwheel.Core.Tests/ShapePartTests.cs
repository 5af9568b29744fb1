using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>Outlines, ramps and tones against their formulas.</summary>
public class ShapePartTests
{
    private const int Width = 400;
    private const int Height = 300;
    private static readonly PhotoRenderer Renderer = new(Pictures.Pyramid(Pictures.Smooth(Width, Height), Width, Height));

    private static Recipe With(MaskPart part) => new() { Areas = [new Area { Mask = new Mask { Parts = [part] } }] };

    private static ushort[] Mask(MaskPart part) => Renderer.Copies.Mask(With(part), 0);

    private static double Area(ushort[] mask) => mask.Sum(m => m / 65535.0);

    [Fact]
    public void A_polygon_covers_its_area_and_its_edge_pixels_by_their_share()
    {
        (double X, double Y)[] corners = [(41.3, 30.7), (350.2, 61.1), (300.9, 270.4), (120.6, 222.8)];
        var mask = Mask(new OutlinePart { Nodes = [.. corners.Select(c => new OutlineNode { X = c.X / Width, Y = c.Y / Height })] });
        // The shoelace formula.
        var area = Math.Abs(corners.Select((c, i) => (c, d: corners[(i + 1) % 4])).Sum(e => e.c.X * e.d.Y - e.d.X * e.c.Y)) / 2;
        Assert.Equal(area, Area(mask), area * 0.001);
    }

    [Fact]
    public void A_curve_covers_its_pixels_to_a_step_of_8_bits()
    {
        // One Bézier arch over its chord; its own points, a thousand times as close as the pixels, are the reference.
        var mask = Mask(new OutlinePart { Nodes = [Node(40, 250) with { Out = [0.1, -0.9] }, Node(360, 250) with { In = [-0.2, -0.7] }, Node(200, 260)] });
        (double X, double Y) Point(double t)
        {
            (double X, double Y)[] p = [(40, 250), (40 + 0.1 * Width, 250 - 0.9 * Height), (360 - 0.2 * Width, 250 - 0.7 * Height), (360, 250)];
            var u = 1 - t;
            return (u * u * u * p[0].X + 3 * u * u * t * p[1].X + 3 * u * t * t * p[2].X + t * t * t * p[3].X, u * u * u * p[0].Y + 3 * u * u * t * p[1].Y + 3 * u * t * t * p[2].Y + t * t * t * p[3].Y);
        }
        var reference = OutlineCoverage.Draw([.. Enumerable.Range(0, 300_001).Select(k => Point(k / 300_000.0)), (200, 260)], new Region(0, 0, Width, Height));
        for (var i = 0; i < mask.Length; i++) Assert.Equal(reference.Values[i], mask[i] / 65535.0, 1.01 / 255);
    }

    [Fact]
    public void A_rectangle_off_the_grid_covers_pixels_exactly()
    {
        var mask = Mask(new OutlinePart { Nodes = [Node(10.25, 20.5), Node(30.75, 20.5), Node(30.75, 40.25), Node(10.25, 40.25)] });
        double At(int x, int y) => mask[y * Width + x] / 65535.0;
        Assert.Equal(0.75 * 0.5, At(10, 20), 1e-4);
        Assert.Equal(0.5, At(20, 20), 1e-4);
        Assert.Equal(0.75, At(30, 30), 1e-4);
        Assert.Equal(0.25, At(20, 40), 1e-4);
        Assert.Equal(1, At(20, 30));
        Assert.Equal(0, At(9, 30));
    }

    /// <summary>By counting a fine grid in each pixel, wound round by the non-zero rule.</summary>
    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    public void Where_an_outline_crosses_itself_its_area_is_exact_too(int kind)
    {
        (double X, double Y)[] path = kind switch
        {
            // Two triangles, wound in opposite ways, that meet in a point; a star, its middle wound round twice; a sliver folded upon itself.
            0 => [(5.3, 4.1), (34.7, 28.9), (35.2, 3.6), (4.4, 29.7)],
            1 => [(20.2, 2.3), (31.9, 36.4), (2.1, 15.3), (38.3, 15.1), (8.7, 36.2)],
            _ => [(4.2, 5.1), (36.8, 6.3), (36.6, 6.9), (20.4, 5.2), (12.3, 6.8), (4.3, 5.9)],
        };
        var drawn = OutlineCoverage.Draw(path, new Region(0, 0, 42, 40));
        const int fine = 40;
        for (var i = 0; i < 42 * 40; i++)
        {
            var inside = 0;
            for (var k = 0; k < fine * fine; k++)
            {
                double x = i % 42 + (k % fine + 0.5) / fine, y = i / 42 + (k / fine + 0.5) / fine;
                var winding = 0;
                for (var e = 0; e < path.Length; e++)
                {
                    var (from, to) = (path[e], path[(e + 1) % path.Length]);
                    if ((from.Y <= y) != (to.Y <= y) && from.X + (y - from.Y) * (to.X - from.X) / (to.Y - from.Y) < x) winding += from.Y < to.Y ? 1 : -1;
                }
                if (winding != 0) inside++;
            }
            Assert.Equal(inside / (double)(fine * fine), drawn.Values[i], 0.01);
        }
        // Whatever the tile.
        var tile = OutlineCoverage.Draw(path, new Region(11, 7, 19, 17));
        for (var y = 7; y < 24; y++)
            for (var x = 11; x < 30; x++) Assert.Equal(drawn[x, y], tile[x, y]);
    }

    [Fact]
    public void A_circle_of_four_curved_nodes_covers_the_area_of_a_circle()
    {
        // The usual cubic approximation of a quarter circle, k = 4/3 (√2 − 1): off by 0.03 % of the radius.
        const double radius = 100, k = 0.5522847498 * radius;
        OutlineNode Curved(double x, double y, double tx, double ty) => Node(x, y) with
        {
            In = [-tx * k / Width, -ty * k / Height],
            Out = [tx * k / Width, ty * k / Height],
        };
        var mask = Mask(new OutlinePart { Nodes = [Curved(300, 150, 0, 1), Curved(200, 250, -1, 0), Curved(100, 150, 0, -1), Curved(200, 50, 1, 0)] });
        Assert.Equal(Math.PI * radius * radius, Area(mask), Math.PI * radius * radius * 0.001);
    }

    [Theory]
    [InlineData(-100)]
    [InlineData(0)]
    [InlineData(100)]
    public void Softness_leans_to_the_side_that_is_asked_for(double lean)
    {
        var mask = Mask(new OutlinePart { Nodes = [Node(100, 100), Node(300, 100), Node(300, 200), Node(100, 200)], Softness = 0.05, Lean = lean, Opacity = 80 });
        double At(int x) => mask[150 * Width + x] / 65535.0;
        Assert.Equal(0.8, At(200), 0.01);
        var half = (At(99) + At(100)) / 2;
        Assert.Equal(lean == 0 ? 0.4 : lean > 0 ? 0.8 : 0, half, 0.04);
        Assert.Equal(lean == 100, At(105) > 0.799);
        Assert.Equal(lean == -100, At(94) < 0.001);
    }

    [Fact]
    public void A_linear_ramp_follows_its_formula()
    {
        var mask = Mask(new RampPart { X0 = 0.25, Y0 = 0.5, X1 = 0.75, Y1 = 0.5 });
        for (var x = 0; x < Width; x++)
        {
            var t = Math.Clamp((x + 0.5 - 100) / 200, 0, 1);
            Assert.Equal(1 - t * t * (3 - 2 * t), mask[77 * Width + x] / 65535.0, 1e-4);
        }
    }

    [Fact]
    public void A_hard_ellipse_covers_its_area()
    {
        var mask = Mask(new RampPart { Shape = RampShape.Radial, Cx = 0.5, Cy = 0.5, Rx = 0.3, Ry = 0.2, Angle = 30, Feather = 0 });
        var area = Math.PI * (0.3 * Width) * (0.2 * Width);
        Assert.Equal(area, Area(mask), area * 0.001);
    }

    [Fact]
    public void A_ramp_of_no_length_keeps_all()
    {
        Assert.All(Mask(new RampPart { X0 = 0.5, Y0 = 0.5, X1 = 0.5, Y1 = 0.5 }), m => Assert.Equal(65535, m));
    }

    [Fact]
    public void A_light_part_is_1_within_its_range_and_fades_as_stated()
    {
        var part = new LightPart { From = 40, To = 70, FadeFrom = 10, FadeTo = 20 };
        var mask = Mask(part);
        var rgb = Pictures.Smooth(Width, Height);
        for (var i = 0; i < mask.Length; i += 97)
        {
            var tone = 100 * Srgb.Encode((double)Luminance.Of(Srgb.Decode(rgb[3 * i]), Srgb.Decode(rgb[3 * i + 1]), Srgb.Decode(rgb[3 * i + 2])));
            var t = tone < 40 ? Math.Clamp((tone - 30) / 10, 0, 1) : Math.Clamp((90 - tone) / 20, 0, 1);
            Assert.Equal(t * t * (3 - 2 * t), mask[i] / 65535.0, 2e-3);
        }
    }

    [Fact]
    public void A_curve_from_tone_to_mask_goes_through_its_points_and_stays_between_them()
    {
        var curve = new ToneMaskCurve([new CurvePoint { Tone = 20, Mask = 0 }, new CurvePoint { Tone = 50, Mask = 100 }, new CurvePoint { Tone = 80, Mask = 100 }, new CurvePoint { Tone = 90, Mask = 20 }]);
        Assert.Equal(0, curve.At(0));
        Assert.Equal(1, curve.At(50), 1e-12);
        Assert.Equal(0.2, curve.At(100), 1e-12);
        for (var tone = 50.0; tone <= 80; tone++) Assert.Equal(1, curve.At(tone), 1e-12);
        for (var tone = 20.0; tone < 50; tone++) Assert.True(curve.At(tone + 1) >= curve.At(tone));
    }

    [Fact]
    public void With_a_wheel_of_its_own_a_light_part_tells_colours_of_one_brightness_apart()
    {
        // A blue and a yellow of the same luminance.
        var rgb = new byte[3 * 40 * 10];
        for (var i = 0; i < 400; i++) (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = i % 40 < 20 ? ((byte)110, (byte)150, (byte)230) : ((byte)170, (byte)144, (byte)20);
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, 40, 10));
        var plain = renderer.Copies.Mask(With(new LightPart { From = 55, To = 60, FadeFrom = 3, FadeTo = 3 }), 0);
        Assert.Equal(plain[5], plain[35], 6000.0);
        var part = new LightPart { From = 0, To = 50, FadeFrom = 0, FadeTo = 8, Grey = new GreyMix { Spokes = [new Spoke { Hue = 260, Lift = -100 }, new Spoke { Hue = 90, Lift = 40 }] } };
        var own = renderer.Copies.Mask(With(part), 0);
        Assert.True(own[5] > 60000 && own[35] < 5000, $"{own[5]}, {own[35]}");
    }

    [Fact]
    public void A_picture_is_laid_over_the_photo_value_for_value()
    {
        var values = new ushort[Width * Height];
        for (var i = 0; i < values.Length; i++) values[i] = (ushort)(i * 7919);
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Smooth(Width, Height), Width, Height), pictures: new OnePicture(values));
        var recipe = With(new PicturePart { Asset = "sha256:" + new string('a', 64) });
        var mask = renderer.Copies.Mask(recipe, 0);
        for (var i = 0; i < values.Length; i++) Assert.True(Math.Abs(values[i] - mask[i]) <= 1);
        var missing = Assert.Throws<RecipeException>(() => Renderer.Copies.Mask(recipe, 0));
        Assert.Contains("is not here", missing.Message, StringComparison.Ordinal);
    }

    private sealed class OnePicture(ushort[] values) : IMaskPictures
    {
        public GreyPixels? Find(string asset, int width, int height) => new(values, width, height);
    }

    private static OutlineNode Node(double x, double y) => new() { X = x / Width, Y = y / Height };
}
