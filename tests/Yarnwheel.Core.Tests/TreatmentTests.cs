using FsCheck.Xunit;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Tests;

public class TreatmentTests
{
    private const int Width = 160;
    private const int Height = 90;

    private static (float Red, float Green, float Blue) Apply(RowOperation operation, float red, float green, float blue)
    {
        var row = new LightRow([red], [green], [blue]);
        operation.Row(row);
        return (row.Red[0], row.Green[0], row.Blue[0]);
    }

    private static byte[] Frame(Recipe recipe, Show show = Show.Result)
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Smooth(Width, Height), Width, Height));
        return renderer.Frames.Draw(recipe, new View(new Region(0, 0, Width, Height), 1), show);
    }

    [Fact]
    public void Neutral_light_and_treatments_are_no_operations_at_all()
    {
        Assert.True(ToneChain.Of(new Light()).IsNeutral);
        Assert.True(ToneChain.ColourOf(new Treatment { Protect = 50 }).IsNeutral);
        Assert.True(ToneChain.TonesOf(new Treatment { Recolour = new HueAmount { Hue = 3, Amount = 0 } }).IsNeutral);
    }

    [Fact]
    public void A_stop_doubles_the_light() => Assert.Equal((0.4f, 0.2f, 0.1f), Apply(new Exposure(1), 0.2f, 0.1f, 0.05f));

    [Theory]
    [InlineData(100)]
    [InlineData(-100)]
    public void Every_tone_control_is_monotone_and_leaves_hues_alone_at_its_extremes(double amount)
    {
        foreach (var tones in (Light[])
        [
            new() { Contrast = amount }, new() { Shadows = amount }, new() { Highlights = amount }, new() { BlackPoint = amount }, new() { WhitePoint = amount },
            new() { Contrast = amount, Shadows = amount, Highlights = -amount, BlackPoint = -amount, WhitePoint = amount },
        ])
        {
            var curve = new ToneCurve(tones);
            var before = -1f;
            for (var l = 0f; l <= 1.2f; l += 0.002f)
            {
                var (red, green, blue) = Apply(curve, l * l * l, l * l * l, l * l * l);
                Assert.Equal(red, green, 1e-5);
                Assert.Equal(red, blue, 1e-5);
                Assert.True(red >= before - 1e-5, $"{tones} at {l}");
                Assert.InRange(red, 0, 6);
                before = red;
            }
            if (tones.BlackPoint > 0) continue;     // a veil is light of its own
            var coloured = Apply(curve, 0.3f, 0.1f, 0.05f);
            var (_, a, b) = OkLab.FromLinear(coloured.Red, coloured.Green, coloured.Blue);
            var (_, a0, b0) = OkLab.FromLinear(0.3f, 0.1f, 0.05f);
            Assert.Equal(OkLab.Hue(a0, b0), OkLab.Hue(a, b), 0.5);
        }
    }

    [Fact]
    public void Tone_controls_go_the_way_they_say()
    {
        float At(Light light, float l) => Apply(new ToneCurve(light), l * l * l, l * l * l, l * l * l).Red;
        float dark = 0.25f, bright = 0.8f;
        Assert.True(At(new Light { Shadows = 60 }, dark) > dark * dark * dark);
        Assert.True(At(new Light { Shadows = -60 }, dark) < dark * dark * dark);
        Assert.True(At(new Light { Highlights = -60 }, bright) < bright * bright * bright);
        Assert.Equal(bright * bright * bright, At(new Light { Shadows = 60 }, bright), 0.02);
        Assert.True(At(new Light { Contrast = 60 }, dark) < dark * dark * dark && At(new Light { Contrast = 60 }, bright) > bright * bright * bright);
        Assert.True(At(new Light { WhitePoint = 60 }, bright) > bright * bright * bright);
        Assert.True(At(new Light { BlackPoint = -60 }, 0.1f) < 0.001f);
    }

    [Property]
    public bool More_and_less_contrast_of_one_amount_undo_each_other(byte amount, byte tone)
    {
        var l = 0.02f + 0.96f * tone / 255;
        var there = Apply(new ToneCurve(new Light { Contrast = 1 + amount % 99 }), l * l * l, l * l * l, l * l * l);
        var back = Apply(new ToneCurve(new Light { Contrast = -1 - amount % 99 }), there.Red, there.Green, there.Blue);
        return Math.Abs(CubeRoot.Of(back.Red) - l) < 0.01;
    }

    // Bradford adaptation keeps the luminance of white; CIE 15's daylight of a lower temperature is redder.
    [Theory]
    [InlineData(100, 0)]
    [InlineData(-100, 0)]
    [InlineData(0, 100)]
    [InlineData(40, -70)]
    public void White_balance_keeps_the_luminance_of_white(double warmth, double greenMagenta)
    {
        var (red, green, blue) = Apply(new WhiteBalance(warmth, greenMagenta), 1, 1, 1);
        Assert.Equal(1, Luminance.Of(red, green, blue), 0.005);
        if (warmth != 0) Assert.Equal(warmth > 0, red > blue);
        if (warmth == 0) Assert.True(green < red && green < blue);
    }

    [Fact]
    public void White_balance_at_rest_is_identity()
    {
        var (red, green, blue) = Apply(new WhiteBalance(0, 0), 0.3f, 0.6f, 0.1f);
        Assert.Equal(0.3f, red, 1e-5);
        Assert.Equal(0.6f, green, 1e-5);
        Assert.Equal(0.1f, blue, 1e-5);
    }

    [Fact]
    public void Saturation_scales_chroma_and_protects_what_is_strong()
    {
        float Chroma((float R, float G, float B) c) => OkLab.FromLinear(c.R, c.G, c.B) is var lab ? OkLab.Chroma(lab.A, lab.B) : 0;
        (float, float, float) weak = OkLab.ToLinear(0.6f, 0.03f, 0.01f), strong = OkLab.ToLinear(0.6f, 0.2f, 0.1f);
        var (r0, g0, b0) = Apply(new Saturation(-100, 0), weak.Item1, weak.Item2, weak.Item3);
        Assert.Equal(r0, g0, 1e-5);
        Assert.Equal(r0, b0, 1e-5);
        Assert.Equal(2, Chroma(Apply(new Saturation(100, 0), strong.Item1, strong.Item2, strong.Item3)) / Chroma(strong), 0.001);
        Assert.Equal(1, Chroma(Apply(new Saturation(100, 100), strong.Item1, strong.Item2, strong.Item3)) / Chroma(strong), 0.001);
        Assert.True(Chroma(Apply(new Saturation(100, 100), weak.Item1, weak.Item2, weak.Item3)) / Chroma(weak) > 1.8);
    }

    [Theory]
    [InlineData(30)]
    [InlineData(-120)]
    public void A_hue_shift_turns_hues_and_keeps_lightness_and_chroma(double degrees)
    {
        var (red, green, blue) = Apply(new HueShift(degrees), 0.4f, 0.1f, 0.05f);
        var (l0, a0, b0) = OkLab.FromLinear(0.4f, 0.1f, 0.05f);
        var (l, a, b) = OkLab.FromLinear(red, green, blue);
        Assert.Equal(l0, l, 1e-4);
        Assert.Equal(OkLab.Chroma(a0, b0), OkLab.Chroma(a, b), 1e-4);
        Assert.Equal((OkLab.Hue(a0, b0) + degrees + 360) % 360, OkLab.Hue(a, b), 0.05);
    }

    [Fact]
    public void Recolouring_reaches_the_hue_and_keeps_the_shading()
    {
        foreach (var level in (float[])[0.05f, 0.2f, 0.6f])
        {
            var (red, green, blue) = Apply(new Recolour(new HueAmount { Hue = 220, Amount = 100 }), level, level * 0.3f, level * 0.2f);
            var (l0, a0, b0) = OkLab.FromLinear(level, level * 0.3f, level * 0.2f);
            var (l, a, b) = OkLab.FromLinear(red, green, blue);
            Assert.Equal(220, OkLab.Hue(a, b), 0.05);
            Assert.Equal(l0, l, 1e-4);
            Assert.Equal(OkLab.Chroma(a0, b0), OkLab.Chroma(a, b), 1e-4);
        }
    }

    [Fact]
    public void A_vignette_leaves_the_middle_and_is_even_on_all_sides()
    {
        foreach (var shape in (double[])[0, 50, 100])
        {
            var vignette = new VignetteOperation(new Vignette { Amount = -80, Shape = shape }, 300, 200);
            Assert.Equal(1, vignette.Factor(150, 100));
            Assert.True(vignette.Factor(1, 1) < 0.6);
            Assert.Equal(vignette.Factor(10, 20), vignette.Factor(290, 180), 1e-5);
            Assert.Equal(vignette.Factor(10, 20), vignette.Factor(290, 20), 1e-5);
        }
        Assert.True(new VignetteOperation(new Vignette { Amount = 60 }, 300, 200).Factor(1, 1) > 1.3);
    }

    [Fact]
    public void Masks_are_judged_on_the_picture_that_light_gives_and_not_on_the_greys()
    {
        var kept = RecipeJson.Parse("""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.7, "y": 0.3 } ] } ] } } ] }""");
        var mask = Frame(kept, Show.Mask);
        Assert.Equal(mask, Frame(kept with { Grey = new GreyMix { Spokes = [new Spoke { Hue = 30, Lift = 80 }] } }, Show.Mask));
        Assert.Equal(mask, Frame(kept with { Ground = new Ground { Tint = new HueAmount { Hue = 30, Amount = 80 } } }, Show.Mask));
        Assert.NotEqual(mask, Frame(kept with { Light = new Light { Saturation = -60 } }, Show.Mask));
        Assert.Equal(Frame(new Recipe(), Show.Original), Frame(kept with { Light = new Light { Exposure = 2 } }, Show.Original));
    }

    [Fact]
    public void An_area_that_keeps_no_colour_is_still_darkened_and_toned()
    {
        var whole = new Area { Colour = 0, Mask = new Mask { Invert = true } };
        var grey = Frame(new Recipe());
        var dark = Frame(new Recipe { Areas = [whole with { Treat = new Treatment { Exposure = -1 } }] });
        Assert.True(dark.Average(v => v) < grey.Average(v => v) - 20);
        for (var i = 0; i < dark.Length; i += 3) Assert.True(dark[i] == dark[i + 1] && dark[i] == dark[i + 2]);
        var toned = Frame(new Recipe { Areas = [whole with { Treat = new Treatment { Tint = new HueAmount { Hue = 70, Amount = 100 } } }] });
        Assert.Contains(Enumerable.Range(0, toned.Length / 3), i => toned[3 * i] > toned[3 * i + 2] + 20);
    }

    [Fact]
    public void A_treatment_at_half_strength_lies_between_without_and_with()
    {
        Recipe With(double strength) => new() { Areas = [new Area { Strength = strength, Mask = new Mask { Invert = true }, Treat = new Treatment { Exposure = -1.5 } }] };
        byte[] none = Frame(With(0)), half = Frame(With(50)), full = Frame(With(100));
        for (var i = 0; i < none.Length; i++) Assert.InRange(half[i], Math.Min(none[i], full[i]) - 1, Math.Max(none[i], full[i]) + 1);
    }
}
