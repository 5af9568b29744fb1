using Yarnwheel.Core.Colour;

namespace Yarnwheel.Core.Tests;

public class ColourTests
{
    // IEC 61966-2-1: the two pieces of the transfer function and its end points; CSS Color 4, 10.2, sample code gives the same.
    [Theory]
    [InlineData(0, 0)]
    [InlineData(1, 1)]
    [InlineData(0.04045, 0.0031308049535603713)]
    [InlineData(0.5, 0.21404114048223255)]
    [InlineData(-0.5, -0.21404114048223255)]
    public void The_transfer_function_is_that_of_the_standard(double encoded, double linear)
    {
        Assert.Equal(linear, Srgb.Decode(encoded), 9);
        Assert.Equal(encoded, Srgb.Encode(linear), 6);
    }

    [Fact]
    public void Every_8_bit_value_comes_back_as_itself()
    {
        for (var v = 0; v < 256; v++) Assert.Equal(v, SrgbByte.Encode(Srgb.Decode((byte)v)));
    }

    // B. Ottosson, "A perceptual color space for image processing" (2020), table of XYZ → OKLab pairs:
    // white (0.950, 1.000, 1.089) → (1, 0, 0); X (1, 0, 0) → (0.450, 1.236, −0.019); Y (0, 1, 0) → (0.922, −0.671, 0.263); Z (0, 0, 1) → (0.153, −1.415, −0.449).
    // XYZ → linear sRGB by the matrix of CSS Color 4, 18.
    [Theory]
    [InlineData(0.950, 1.000, 1.089, 1.000, 0.000, 0.000)]
    [InlineData(1, 0, 0, 0.450, 1.236, -0.019)]
    [InlineData(0, 1, 0, 0.922, -0.671, 0.263)]
    [InlineData(0, 0, 1, 0.153, -1.415, -0.449)]
    public void OKLab_matches_the_published_table(double x, double y, double z, double lightness, double a, double b)
    {
        var red = 3.2409699419045226 * x - 1.537383177570094 * y - 0.4986107602930034 * z;
        var green = -0.9692436362808796 * x + 1.8759675015077202 * y + 0.04155505740717559 * z;
        var blue = 0.05563007969699366 * x - 0.20397695888897652 * y + 1.0569715142428786 * z;
        var lab = OkLab.FromLinear((float)red, (float)green, (float)blue);
        Assert.Equal(lightness, lab.L, 0.0016);
        Assert.Equal(a, lab.A, 0.0016);
        Assert.Equal(b, lab.B, 0.0016);
    }

    // CSS Color 4, example of oklch(): "red" is oklch(0.62796 0.25768 29.234).
    [Fact]
    public void Red_has_the_hue_and_chroma_that_CSS_gives()
    {
        var (lightness, a, b) = OkLab.FromLinear(1, 0, 0);
        Assert.Equal(0.62796, lightness, 0.0001);
        Assert.Equal(0.25768, OkLab.Chroma(a, b), 0.0001);
        Assert.Equal(29.234, OkLab.Hue(a, b), 0.01);
    }

    [Fact]
    public void OKLab_comes_back_to_the_same_light()
    {
        for (var i = 0; i < 27; i++)
        {
            float red = i % 3 / 2f, green = i / 3 % 3 / 2f, blue = i / 9 / 2f;
            var (lightness, a, b) = OkLab.FromLinear(red, green, blue);
            var back = OkLab.ToLinear(lightness, a, b);
            Assert.Equal(red, back.Red, 0.00002);
            Assert.Equal(green, back.Green, 0.00002);
            Assert.Equal(blue, back.Blue, 0.00002);
        }
    }

    // ITU-R BT.709-6, item 3.2: E'Y = 0.2126 R + 0.7152 G + 0.0722 B; the three add up to 1.
    [Fact]
    public void Luminance_weighs_as_the_recommendation_says()
    {
        Assert.Equal(1, Luminance.Of(1, 1, 1), 0.000001);
        Assert.Equal(0.7152f, Luminance.Of(0, 1, 0));
    }

    [Fact]
    public void The_quick_cube_root_agrees_with_the_library()
    {
        for (var x = -4.0; x <= 4; x += 0.00137)
            Assert.Equal(Math.Cbrt(x), CubeRoot.Of((float)x), 4e-7 * Math.Max(1, Math.Abs(Math.Cbrt(x))));
        Assert.Equal(0, CubeRoot.Of(0));
        Assert.Equal(1e-3, CubeRoot.Of(1e-9f), 1e-9);
    }

    [Theory]
    [InlineData(200, 30, 25, "Red")]
    [InlineData(40, 60, 160, "Blue")]
    [InlineData(60, 140, 60, "Green")]
    [InlineData(128, 128, 128, "Grey")]
    public void Colours_get_plain_names(byte red, byte green, byte blue, string name)
    {
        var (lightness, a, b) = OkLab.FromLinear(Srgb.Decode(red), Srgb.Decode(green), Srgb.Decode(blue));
        Assert.Equal(name, HueName.Of(lightness, a, b));
    }
}
