using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>What lies outside the gamut: held in OKLCh, where it is drawn in, and in a second space, ICtCp, which the code does not know.</summary>
public class GamutTests
{
    /// <summary>Linear light of Display P3 from linear light of sRGB: CSS Color 4, section 18 (sample code), both matrices by XYZ of D65.</summary>
    private static readonly float[] DisplayP3 =
    [
        0.8224619687143623f, 0.17753803128563772f, 0f,
        0.03319419885096161f, 0.9668058011490384f, 0f,
        0.017082631072112003f, 0.0723974407046368f, 0.9105199282232512f,
    ];

    private static (double L, double C, double H) Lch((float R, float G, float B) colour)
    {
        var (l, a, b) = OkLab.FromLinear(colour.R, colour.G, colour.B);
        return (l, OkLab.Chroma(a, b), OkLab.Hue(a, b));
    }

    /// <summary>Hue in ICtCp, degrees; white at 203 cd/m².</summary>
    /// <remarks>Recommendation ITU-R BT.2100-2, table 7 (PQ); sRGB to BT.2020 primaries by BT.2087, table 1; white at 203 cd/m²: Report ITU-R BT.2408.</remarks>
    private static double IctcpHue((float R, float G, float B) colour)
    {
        double r = 0.6274 * colour.R + 0.3293 * colour.G + 0.0433 * colour.B, g = 0.0691 * colour.R + 0.9195 * colour.G + 0.0114 * colour.B, b = 0.0164 * colour.R + 0.0880 * colour.G + 0.8956 * colour.B;
        static double Pq(double light)
        {
            var y = Math.Pow(Math.Max(light, 0) * 203 / 10000, 2610.0 / 16384);
            return Math.Pow((3424.0 / 4096 + 2413.0 / 128 * y) / (1 + 2392.0 / 128 * y), 2523.0 / 32);
        }
        double l = Pq((1688 * r + 2146 * g + 262 * b) / 4096), m = Pq((683 * r + 2951 * g + 462 * b) / 4096), s = Pq((99 * r + 309 * g + 3688 * b) / 4096);
        double ct = (6610 * l - 13613 * m + 7003 * s) / 4096, cp = (17933 * l - 17390 * m - 543 * s) / 4096;
        return Math.Atan2(cp, ct) * 180 / Math.PI;
    }

    private static double Turned(double degrees) => Math.Abs((degrees % 360 + 540) % 360 - 180);

    private static (float, float, float) Linear(int red, int green, int blue, double stops = 0)
    {
        var gain = (float)Math.Pow(2, stops);
        return (gain * Srgb.Decode((byte)red), gain * Srgb.Decode((byte)green), gain * Srgb.Decode((byte)blue));
    }

    [Fact]
    public void What_is_inside_stays_as_it_is_and_what_is_outside_comes_in_with_its_hue()
    {
        var random = new Random(8);
        var worst = 0.0;
        for (var k = 0; k < 50_000; k++)
        {
            float r = random.NextSingle() * 2.4f - 0.7f, g = random.NextSingle() * 2.4f - 0.7f, b = random.NextSingle() * 2.4f - 0.7f;
            var fitted = Gamut.Srgb.Fit(r, g, b);
            Assert.True(Math.Min(fitted.Red, Math.Min(fitted.Green, fitted.Blue)) >= 0 && Math.Max(fitted.Red, Math.Max(fitted.Green, fitted.Blue)) <= 1);
            if (r is >= 0 and <= 1 && g is >= 0 and <= 1 && b is >= 0 and <= 1)
            {
                Assert.Equal((r, g, b), fitted);
                continue;
            }
            var (before, after) = (Lch((r, g, b)), Lch(fitted));
            if (after.C > 0.005) worst = Math.Max(worst, Turned(before.H - after.H));
            Assert.True(after.C <= before.C + 1e-4);
        }
        Assert.True(worst < 0.5, $"{worst}° in OKLCh");
    }

    [Fact]
    public void More_chroma_never_gives_less()
    {
        for (var hue = 0; hue < 360; hue += 3)
        {
            // Darker ones are less than a few 8-bit steps from black.
            for (var lightness = 0.15f; lightness < 1.4f; lightness += 0.05f)
            {
                double before = 0;
                for (var chroma = 0.01f; chroma < 0.5f; chroma += 0.01f)
                {
                    var (r, g, b) = OkLab.ToLinear(lightness, chroma * MathF.Cos(hue * MathF.PI / 180), chroma * MathF.Sin(hue * MathF.PI / 180));
                    // Where a cone's answer is next to nothing, single precision does not hold the hue that is meant.
                    if (Turned(Lch((r, g, b)).H - hue) > 0.03) continue;
                    var now = Lch(Gamut.Srgb.Fit(r, g, b)).C;
                    Assert.True(now >= before - 2e-3, $"hue {hue}, L {lightness:0.00}, C {chroma:0.00}: {before:0.0000} → {now:0.0000}");
                    before = now;
                }
            }
        }
    }

    /// <summary>Strong colours of kept things, brighter and brighter: chroma goes by and by, lightness never falls.</summary>
    [Theory]
    [InlineData(250, 220, 40)]
    [InlineData(200, 30, 40)]
    [InlineData(40, 90, 200)]
    [InlineData(240, 140, 30)]
    [InlineData(232, 190, 172)]
    public void Brighter_colours_pale_by_and_by(int red, int green, int blue)
    {
        var own = Lch(Linear(red, green, blue));
        double lightness = 0, share = 2;
        for (var stops = 0.0; stops <= 3; stops += 0.05)
        {
            var fitted = Gamut.Srgb.Fit(Linear(red, green, blue, stops).Item1, Linear(red, green, blue, stops).Item2, Linear(red, green, blue, stops).Item3);
            var now = Lch(fitted);
            Assert.True(now.L >= lightness - 1e-4, $"darker at +{stops:0.00}");
            // What it has of the chroma that this light asks for: no leap of more than a tenth in a twentieth of a stop.
            var asked = Lch(Linear(red, green, blue, stops)).C;
            if (share < 2) Assert.True(now.C / asked > share - 0.1, $"{share:0.00} → {now.C / asked:0.00} at +{stops:0.00}");
            Assert.True(now.C > 0.02 * own.C, $"bleached at +{stops:0.00}");
            (lightness, share) = (now.L, now.C / asked);
        }
        double At(double stops) => Lch(Gamut.Srgb.Fit(Linear(red, green, blue, stops).Item1, Linear(red, green, blue, stops).Item2, Linear(red, green, blue, stops).Item3)).C / own.C;
        Assert.True(At(0.3) > 0.55, $"{At(0.3):0.00} of the chroma at +0.3");
        Assert.True(At(0.5) > 0.4, $"{At(0.5):0.00} at +0.5");
    }

    [Fact]
    public void Hues_stay_in_a_second_space_too()
    {
        var turns = new List<double>();
        foreach (var stops in (double[])[0.3, 0.6, 1])
        {
            for (var hue = 0; hue < 360; hue += 15)
            {
                var (r, g, b) = OkLab.ToLinear(0.7f, 0.12f * MathF.Cos(hue * MathF.PI / 180), 0.12f * MathF.Sin(hue * MathF.PI / 180));
                var gain = (float)Math.Pow(2, stops);
                var fitted = Gamut.Srgb.Fit(gain * r, gain * g, gain * b);
                if (fitted == (gain * r, gain * g, gain * b) || Lch(fitted).C < 0.02) continue;
                turns.Add(Turned(IctcpHue((gain * r, gain * g, gain * b)) - IctcpHue(fitted)));
            }
        }
        Assert.True(turns.Count > 10);
        Assert.True(turns.Average() < 3, $"{turns.Average():0.0}° on average, {turns.Max():0.0}° at most");
        Assert.True(turns.Max() < 8, $"{turns.Average():0.0}° on average, {turns.Max():0.0}° at most");
    }

    [Fact]
    public void A_wider_device_keeps_more_and_the_same_law()
    {
        var wide = new Gamut(DisplayP3);
        var random = new Random(3);
        for (var k = 0; k < 20_000; k++)
        {
            float r = random.NextSingle() * 2.4f - 0.7f, g = random.NextSingle() * 2.4f - 0.7f, b = random.NextSingle() * 2.4f - 0.7f;
            var (red, green, blue) = wide.Fit(r, g, b);
            Assert.True(Math.Min(red, Math.Min(green, blue)) >= 0 && Math.Max(red, Math.Max(green, blue)) <= 1);
        }
        // The red of P3 lies outside sRGB and inside itself.
        var (pr, pg, pb) = wide.Fit(1.2249f, -0.0420f, -0.0196f);
        Assert.Equal((1.0, 0.0, 0.0), (Math.Round(pr, 3), Math.Round(pg, 3), Math.Round(pb, 3)));
        Assert.True(Lch(Gamut.Srgb.Fit(1.2249f, -0.0420f, -0.0196f)).C < Lch((1.2249f, -0.0420f, -0.0196f)).C);
    }

    [Fact]
    public void More_saturation_of_a_kept_colour_never_shows_less_of_it()
    {
        byte[] rgb = [250, 220, 40, 230, 40, 50, 30, 60, 200, 60, 150, 50];
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, 4, 1));
        var before = new double[4];
        foreach (var saturation in (double[])[0, 20, 40, 60, 80, 100])
        {
            var kept = new Area { Mask = new Mask { Invert = true }, Treat = new Treatment { Saturation = saturation } };
            var picture = renderer.Frames.Draw(new Recipe { Areas = [kept] }, View.Whole(renderer.Photo), Show.Result);
            for (var i = 0; i < 4; i++)
            {
                var now = Lch(Linear(picture[3 * i], picture[3 * i + 1], picture[3 * i + 2]));
                Assert.True(now.C >= before[i] - 0.004, $"colour {i} at {saturation}: {before[i]:0.000} → {now.C:0.000}");
                Assert.True(Turned(now.H - Lch(Linear(rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2])).H) < 3);
                before[i] = now.C;
            }
        }
    }
}
