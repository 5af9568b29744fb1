using FsCheck.Xunit;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Tests;

public class MixTests
{
    // The 18 chromatic patches of the 24-patch colour rendition chart (McCamy, Marcus, Davidson 1976), sRGB values as its maker
    // publishes them; typed in from memory.
    private static readonly Dictionary<string, (byte Red, byte Green, byte Blue)> Chart = new()
    {
        ["dark skin"] = (115, 82, 68),
        ["light skin"] = (194, 150, 130),
        ["blue sky"] = (98, 122, 157),
        ["foliage"] = (87, 108, 67),
        ["blue flower"] = (133, 128, 177),
        ["bluish green"] = (103, 189, 170),
        ["orange"] = (214, 126, 44),
        ["purplish blue"] = (80, 91, 166),
        ["moderate red"] = (193, 90, 99),
        ["purple"] = (94, 60, 108),
        ["yellow green"] = (157, 188, 64),
        ["orange yellow"] = (224, 163, 46),
        ["blue"] = (56, 61, 150),
        ["green"] = (70, 148, 73),
        ["red"] = (175, 54, 60),
        ["yellow"] = (231, 199, 31),
        ["magenta"] = (187, 86, 149),
        ["cyan"] = (8, 133, 161),
    };

    private static float GreyOf((byte Red, byte Green, byte Blue) colour, IEnumerable<Spoke> spokes)
    {
        float red = Srgb.Decode(colour.Red), green = Srgb.Decode(colour.Green), blue = Srgb.Decode(colour.Blue);
        var (l, a, b) = OkLab.FromLinear(red, green, blue);
        var lift = new WheelCurve(spokes).AtTurn((float)(OkLab.Hue(a, b) / 360)) * GreyConversion.Weight(OkLab.Chroma(a, b)) * GreyConversion.Gain;
        return GreyConversion.Lift(GreyConversion.BaseLightness(GreyBasis.Luminance, red, green, blue, l), lift);
    }

    private static Spoke[] Spokes(params (double Hue, double Lift)[] spokes) => spokes.Select(s => new Spoke { Hue = s.Hue, Lift = s.Lift }).ToArray();

    [Fact]
    public void Each_patch_of_the_chart_goes_the_way_the_spoke_at_its_hue_demands()
    {
        foreach (var (name, colour) in Chart)
        {
            var (_, a, b) = OkLab.FromLinear(Srgb.Decode(colour.Red), Srgb.Decode(colour.Green), Srgb.Decode(colour.Blue));
            var hue = OkLab.Hue(a, b);
            var flat = GreyOf(colour, []);
            var lighter = GreyOf(colour, Spokes((hue, 60), ((hue + 90) % 360, 0), ((hue + 180) % 360, 0), ((hue + 270) % 360, 0)));
            var darker = GreyOf(colour, Spokes((hue, -60), ((hue + 90) % 360, 0), ((hue + 180) % 360, 0), ((hue + 270) % 360, 0)));
            Assert.True(darker < flat - 0.01 && flat + 0.01 < lighter, name);
        }
    }

    [Fact]
    public void Patches_are_ordered_as_the_spokes_demand()
    {
        var redUp = Spokes((25, 80), (145, -80), (265, -80));
        var blueUp = Spokes((25, -80), (145, -40), (265, 80));
        Assert.True(GreyOf(Chart["red"], redUp) > GreyOf(Chart["green"], redUp));
        Assert.True(GreyOf(Chart["red"], redUp) > GreyOf(Chart["blue"], redUp));
        Assert.True(GreyOf(Chart["blue"], blueUp) > GreyOf(Chart["red"], blueUp));
        Assert.True(GreyOf(Chart["purplish blue"], blueUp) > GreyOf(Chart["moderate red"], blueUp));
    }

    // Common practice, no source: behind a red glass a blue sky turns dark and skin light; a yellow glass does so mildly; behind a green one leaves turn light.
    [Fact]
    public void The_taking_filters_do_what_photographers_know_of_them()
    {
        IReadOnlyList<Spoke> Mix(string key) => StartingMix.All.Single(m => m.Key == key).Spokes;
        var sky = Chart["blue sky"];
        Assert.True(GreyOf(sky, Mix("red-filter")) < GreyOf(sky, Mix("orange-filter")));
        Assert.True(GreyOf(sky, Mix("orange-filter")) < GreyOf(sky, Mix("yellow-filter")));
        Assert.True(GreyOf(sky, Mix("yellow-filter")) < GreyOf(sky, []));
        Assert.True(GreyOf(Chart["light skin"], Mix("red-filter")) > GreyOf(Chart["light skin"], []));
        Assert.True(GreyOf(Chart["foliage"], Mix("green-filter")) > GreyOf(Chart["foliage"], []));
        Assert.True(GreyOf(Chart["red"], Mix("green-filter")) < GreyOf(Chart["red"], []));
    }

    [Fact]
    public void Every_starting_mix_is_a_valid_recipe_with_a_reason()
    {
        Assert.Equal(StartingMix.All.Count, StartingMix.All.Select(m => m.Key).Distinct().Count());
        foreach (var mix in StartingMix.All)
        {
            Assert.Empty(RecipeValidator.Check(new Recipe { Grey = new GreyMix { Spokes = [.. mix.Spokes] } }));
            Assert.EndsWith(".", mix.Reason, StringComparison.Ordinal);
        }
    }

    // Ottosson's table (2020): the OKLab lightness of the XYZ colour (0, 1, 0) is 0.922.
    [Fact]
    public void The_perceptual_basis_is_OKLab_lightness() =>
        Assert.Equal(0.922f, GreyConversion.BaseLightness(GreyBasis.Perceptual, -1.537383f, 1.875968f, -0.203977f, OkLab.FromLinear(-1.537383f, 1.875968f, -0.203977f).L), 0.0016);

    // CIE 15: white is (100, 0, 0). Red of sRGB is about (53.24, 80.09, 67.20), blue (32.30, 79.19, −107.86); values from memory.
    [Theory]
    [InlineData(1, 1, 1, 100, 0, 0)]
    [InlineData(1, 0, 0, 53.24, 80.09, 67.20)]
    [InlineData(0, 0, 1, 32.30, 79.19, -107.86)]
    public void CIELAB_is_as_published(float red, float green, float blue, double lightness, double a, double b)
    {
        var lab = CieLab.FromLinear(red, green, blue);
        Assert.Equal(lightness, lab.L, 0.02);
        Assert.Equal(a, lab.A, 0.03);
        Assert.Equal(b, lab.B, 0.03);
    }

    [Property]
    public bool Lightness_of_a_neutral_agrees_with_its_CIELAB(byte grey)
    {
        var linear = Srgb.Decode(grey);
        return Math.Abs(CieLab.FromLinear(linear, linear, linear).L - CieLab.LightnessOf(CubeRoot.Of(linear))) < 0.01;
    }

    [Fact]
    public void Auto_is_never_worse_than_flat_and_always_the_same()
    {
        for (var seed = 1; seed <= 6; seed++)
        {
            var renderer = new PhotoRenderer(Pictures.Pyramid(seed % 2 == 0 ? Pictures.Smooth(150, 100 + seed) : Patches(seed), 150, seed % 2 == 0 ? 100 + seed : 100));
            var samples = renderer.Greys.Samples(new Recipe());
            var (spokes, score) = AutoMix.Find(samples);
            Assert.True(score >= ContrastScore.Of(samples, new WheelCurve([])));
            Assert.Equal(score, ContrastScore.Of(samples, new WheelCurve(spokes)), 1e-9);
            Assert.Equal(spokes, AutoMix.Find(samples).Spokes);
        }
    }

    [Fact]
    public void Auto_parts_colours_of_one_luminance()
    {
        // A red and a green of equal relative luminance: flat, they melt together.
        var rgb = new byte[3 * 150 * 100];
        for (var i = 0; i < 15000; i++) (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = i / 10 % 2 == 0 ? ((byte)200, (byte)60, (byte)60) : ((byte)40, (byte)118, (byte)40);
        var samples = new PhotoRenderer(Pictures.Pyramid(rgb, 150, 100)).Greys.Samples(new Recipe());
        Assert.True(ContrastScore.Of(samples, new WheelCurve([])) < 0.3);
        Assert.True(AutoMix.Find(samples).Score > 0.8);
    }

    [Fact]
    public void Auto_around_the_kept_area_makes_the_step_larger_and_the_ground_calmer()
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Patches(3), 150, 100));
        var recipe = RecipeJson.Parse("""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.03, "y": 0.03 } ], "reach": 3, "fade": 1 } ] } } ] }""");
        var samples = renderer.Greys.Samples(new Recipe());
        var kept = renderer.Greys.SamplesKept(recipe);
        var spokes = AutoAroundMix.Find(samples, kept)!;
        var (stepBefore, spreadBefore) = Judge(samples, kept, []);
        var (stepAfter, spreadAfter) = Judge(samples, kept, spokes);
        Assert.True(stepAfter > stepBefore, $"step {stepBefore:F3} → {stepAfter:F3}");
        Assert.True(spreadAfter < spreadBefore, $"spread {spreadBefore:F3} → {spreadAfter:F3}");
        Assert.Null(AutoAroundMix.Find(samples, new float[kept.Count]));
    }

    private static (double Step, double Spread) Judge(GreySamples samples, IReadOnlyList<float> kept, IEnumerable<Spoke> spokes)
    {
        var greys = samples.Greys(new WheelCurve(spokes));
        var subject = samples.Ok.Where((_, i) => kept[i] > 0.5f).Average(c => c.L);
        var ground = greys.Where((_, i) => kept[i] < 0.5f).ToList();
        return (Math.Abs(ground.Average() - subject), Math.Sqrt(ground.Average(g => Math.Pow(g - ground.Average(), 2))));
    }

    [Fact]
    public void A_pull_moves_the_spokes_beside_the_hue_under_it()
    {
        // A leaf green, hue about 137°.
        var photo = new BytePixels(Enumerable.Repeat((byte[])[84, 130, 60], 400).SelectMany(c => c).ToArray(), 20, 20);
        var (spokes, shares) = Pull.At(photo, new GreyMix(), 0.5, 0.5);
        Assert.Equal(12, spokes.Count);
        Assert.Equal(1, shares.Max());
        Assert.All(Enumerable.Range(0, 12), k => Assert.True(shares[k] == 0 || spokes[k].Hue is 120 or 150));
        var (_, none) = Pull.At(new BytePixels(Enumerable.Repeat((byte)90, 1200).ToArray(), 20, 20), new GreyMix(), 1, 0);
        Assert.All(none, share => Assert.InRange(share, 0, 1));
    }

    [Fact]
    public void Twelve_even_spokes_hold_the_curve()
    {
        var mix = new GreyMix { Spokes = [.. Spokes((20, 50), (140, -30), (250, 10))] };
        var even = new WheelCurve(Pull.Even(mix));
        var curve = new WheelCurve(mix.Spokes);
        for (var hue = 0; hue < 360; hue += 30) Assert.Equal(curve.At(hue), even.At(hue), 0.51);
    }

    [Fact]
    public void Toning_keeps_the_lightness_and_leaves_black_and_white_clean()
    {
        var tint = new Tint(new HueAmount { Hue = 70, Amount = 100 }, new HueAmount { Hue = 250, Amount = 100 });
        float[] grey = [0, 0.01f, 0.1f, 0.3f, 0.6f, 1], red = new float[6], green = new float[6], blue = new float[6];
        tint.Row(grey, red, green, blue);
        for (var i = 0; i < 6; i++) Assert.Equal(CubeRoot.Of(grey[i]), OkLab.FromLinear(red[i], green[i], blue[i]).L, 0.01);
        Assert.Equal((0f, 0f, 0f), (red[0], green[0], blue[0]));
        Assert.Equal(1, red[5], 0.0001);
        Assert.True(blue[1] > red[1] && red[4] > blue[4]);   // cool darks, warm lights
    }

    [Theory]
    [InlineData(350, 45, 10, 0, 1)]
    [InlineData(350, 45, 10, 40, 1)]
    [InlineData(350, 45, 10, 50, 0.5)]
    [InlineData(350, 45, 10, 60, 0)]
    [InlineData(350, 45, 10, 345, 0.5)]
    [InlineData(350, 45, 10, 180, 0)]
    [InlineData(0, 360, 0, 77, 1)]
    public void An_arc_of_hues_has_soft_shoulders(double from, double to, double fade, double hue, double mask)
    {
        var arc = new HueArc(new HuePart { From = from, To = to, Fade = fade, MinChroma = 4 });
        Assert.Equal(mask, arc.At((float)hue, 0.15f), 0.001);
        Assert.Equal(0, arc.At((float)hue, 0.019f));
        float[] row = [0];
        arc.Row([(float)(hue / 360)], [(float)(0.15 * Math.Cos(hue * Math.PI / 180))], [(float)(0.15 * Math.Sin(hue * Math.PI / 180))], row);
        Assert.Equal(mask, row[0], 0.001);
    }

    [Fact]
    public void Calm_takes_noise_out_of_the_greys_and_keeps_edges_where_they_are()
    {
        const int size = 96;
        var random = new Random(5);
        var rgb = new byte[3 * size * size];
        for (var i = 0; i < size * size; i++)
        {
            var (r, g, b) = i % size < size / 2 ? (150, 110, 90) : (95, 120, 150);
            (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = ((byte)(r + random.Next(-9, 10)), (byte)(g + random.Next(-4, 5)), (byte)(b + random.Next(-9, 10)));
        }
        double Deviation(double calm, out double step)
        {
            var recipe = new Recipe { Grey = new GreyMix { Calm = calm, Spokes = [.. Spokes((20, 90), (60, -60), (100, 80), (240, 90), (280, -90), (200, -70))] } };
            var frame = new PhotoRenderer(Pictures.Pyramid(rgb, size, size)).Frames.Draw(recipe, new View(new Region(0, 0, size, size), 1), Show.Grey);
            double At(int x, int y) => frame[3 * (y * size + x)];
            var left = Enumerable.Range(0, size).SelectMany(y => Enumerable.Range(4, 30).Select(x => At(x, y))).ToList();
            step = Enumerable.Range(0, size).Average(y => Math.Abs(At(size / 2 - 1, y) - At(size / 2, y)));
            return Math.Sqrt(left.Average(v => Math.Pow(v - left.Average(), 2)));
        }
        var noisy = Deviation(0, out var stepNoisy);
        var calm = Deviation(60, out var stepCalm);
        Assert.True(calm < 0.65 * noisy, $"{noisy:F2} → {calm:F2}");
        Assert.True(stepCalm > 0.6 * stepNoisy, $"step {stepNoisy:F1} → {stepCalm:F1}");
    }

    [Theory]
    [InlineData(1.5)]
    [InlineData(4)]
    [InlineData(16)]
    public void Calm_is_done_at_full_size_and_shown_larger(double scale)
    {
        var source = new RenderSource(Pictures.Pyramid(Pictures.Random(40, 30), 40, 30), 1 << 24, null);
        var calm = new CalmOperation(new LitOperation(LightPlan.None), 60);
        Assert.Equal(0, calm.Reach(scale));
        var drawing = new Drawing(source, scale, new PieceCache(1 << 24), null, TestContext.Current.CancellationToken);
        var region = new Region((int)(10 * scale), (int)(8 * scale), 50, 20);
        var full = drawing.At(1);
        var whole = calm.At(full, full.Whole);
        var expected = SquareSampler.Draw(new Plane<float>(full.Whole, whole.L), region, scale, full.Whole, TestContext.Current.CancellationToken);
        Assert.Equal(expected.Values, calm.At(drawing, region).L);
    }

    [Fact]
    public void Tones_are_counted_with_their_clipped_shares()
    {
        var rgb = new byte[3 * 100];
        for (var i = 0; i < 30; i++) rgb[i] = 255;     // ten white pixels of a hundred, the rest black
        var tones = new PhotoRenderer(Pictures.Pyramid(rgb, 10, 10)).Greys.Tones(new Recipe());
        Assert.Equal((90.0, 10.0, 90.0, 10.0), (tones.Black, tones.White, tones.OriginalBlack, tones.OriginalWhite));
        Assert.Equal(128, tones.Result.Count);
    }

    [Fact]
    public void A_hue_is_lit_up_and_the_flat_mix_forgets_the_spokes()
    {
        var rgb = Pictures.Smooth(60, 40);
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, 60, 40));
        var whole = new View(new Region(0, 0, 60, 40), 1);
        var recipe = new Recipe { Grey = new GreyMix { Spokes = [.. Spokes((20, 90), (200, -90))] } };
        Assert.Equal(renderer.Frames.Draw(new Recipe(), whole, Show.Result), renderer.Frames.Draw(recipe, whole, Show.Flat));
        Assert.NotEqual(renderer.Frames.Draw(recipe, whole, Show.Result), renderer.Frames.Draw(recipe, whole, Show.Flat));
        var lit = renderer.Frames.Draw(recipe, whole, Show.Hue, null, 30, Overlay.Plain);
        Assert.NotEqual(lit, renderer.Frames.Draw(recipe, whole, Show.Hue, null, 210, Overlay.Plain));
    }

    private static byte[] Patches(int seed)
    {
        var random = new Random(seed);
        var colours = new byte[3 * 96];
        random.NextBytes(colours);
        var rgb = new byte[3 * 150 * 100];
        for (var i = 0; i < 15000; i++) colours.AsSpan(3 * (i / 150 / 13 * 12 + i % 150 / 13), 3).CopyTo(rgb.AsSpan(3 * i));
        return rgb;
    }
}
