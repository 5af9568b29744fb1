using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

public class GreyTests
{
    private static IEnumerable<Spoke> Spokes(IEnumerable<int> numbers) =>
        numbers.Select((n, i) => new Spoke { Hue = Math.Abs((n * 37L + i * 71) % 360), Lift = n % 101 });

    [Property]
    public bool The_curve_goes_through_its_spokes_and_never_beyond_them(NonEmptyArray<int> numbers)
    {
        var spokes = Spokes(numbers.Get).DistinctBy(s => s.Hue).ToList();
        var curve = new WheelCurve(spokes);
        var least = spokes.Min(s => s.Lift);
        var most = spokes.Max(s => s.Lift);
        return spokes.All(s => Math.Abs(curve.At(s.Hue) - s.Lift) < 1e-9)
            && Enumerable.Range(0, 720).All(i => curve.At(i / 2.0) >= least - 1e-9 && curve.At(i / 2.0) <= most + 1e-9);
    }

    [Property]
    public bool The_curve_has_no_seam(int[] numbers)
    {
        var curve = new WheelCurve(Spokes(numbers));
        return Math.Abs(curve.At(359.9999) - curve.At(0.0001)) < 0.05
            && Math.Abs(curve.At(-30) - curve.At(330)) < 1e-9
            && Math.Abs(curve.AtTurn(1) - curve.AtTurn(0)) < 1e-6;
    }

    [Property]
    public bool Neutrals_keep_their_grey_whatever_the_spokes_say(int[] numbers, byte grey)
    {
        var curve = new WheelCurve(Spokes(numbers));
        var linear = Srgb.Decode(grey);
        var (lightness, a, b) = OkLab.FromLinear(linear, linear, linear);
        var weight = GreyConversion.Weight(OkLab.Chroma(a, b)) * GreyConversion.Gain;
        var l = GreyConversion.BaseLightness(GreyBasis.Luminance, linear, linear, linear, lightness);
        var lifted = GreyConversion.Lift(l, curve.AtTurn((float)(OkLab.Hue(a, b) / 360)) * weight);
        return SrgbByte.Encode(lifted * lifted * lifted) == grey;
    }

    [Fact]
    public void A_lift_stays_within_black_and_white_and_keeps_the_order()
    {
        for (var lift = -2f; lift <= 2f; lift += 0.125f)
        {
            var before = -1f;
            for (var l = 0f; l <= 1f; l += 0.001f)
            {
                var lifted = GreyConversion.Lift(l, lift);
                Assert.InRange(lifted, 0, 1.000001);
                Assert.True(lifted >= before - 1e-6, $"lift {lift} at {l}");
                before = lifted;
            }
        }
    }

    [Fact]
    public void A_larger_lift_never_darkens()
    {
        for (var l = 0f; l <= 1f; l += 0.05f)
        {
            var before = -1f;
            for (var lift = -1.5f; lift <= 1.5f; lift += 0.01f)
            {
                var lifted = GreyConversion.Lift(l, lift);
                Assert.True(lifted >= before - 1e-6);
                before = lifted;
            }
        }
    }

    [Fact]
    public void A_small_lift_is_taken_as_it_is() => Assert.Equal(0.55f, GreyConversion.Lift(0.5f, 0.05f), 0.0001);

    // WCAG 2.2, "relative luminance": of #3366cc, 0.2126 R + 0.7152 G + 0.0722 B of the decoded values.
    [Fact]
    public void The_luminance_basis_is_relative_luminance()
    {
        double red = Srgb.Decode(0x33 / 255.0), green = Srgb.Decode(0x66 / 255.0), blue = Srgb.Decode(0xcc / 255.0);
        var l = GreyConversion.BaseLightness(GreyBasis.Luminance, (float)red, (float)green, (float)blue, 0);
        Assert.Equal(0.2126 * red + 0.7152 * green + 0.0722 * blue, l * l * l, 0.00001);
    }

    // CSS Color 4, 7: HSL lightness is the mean of the largest and smallest encoded channel; #3366cc is hsl(220 60% 50%).
    [Fact]
    public void The_lightness_basis_is_that_of_HSL()
    {
        var l = GreyConversion.BaseLightness(GreyBasis.Lightness, Srgb.Decode(0x33), Srgb.Decode(0x66), Srgb.Decode(0xcc), 0);
        Assert.Equal(0.5, Srgb.Encode(l * l * l), 0.0001);
    }

    [Fact]
    public void The_average_basis_is_the_mean_of_the_encoded_channels()
    {
        var l = GreyConversion.BaseLightness(GreyBasis.Average, Srgb.Decode(30), Srgb.Decode(60), Srgb.Decode(90), 0);
        Assert.Equal(60, SrgbByte.Encode(l * l * l));
    }
}
