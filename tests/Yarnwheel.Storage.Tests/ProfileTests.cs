using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Profiles;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

public sealed class ProfileTests : IDisposable
{
    private readonly TempFolder folder = new();

    public ProfileTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    private static DecodedPhoto Read(string path) => new PhotoReader(new PhotoLimits()).Read(path);

    private string Write(string name, byte[] profile, Image? image = null) =>
        TestPhotos.Write(folder, name, (image ?? TestPhotos.Image()).Mutate(m => m.Set(GValue.BlobType, "icc-profile-data", profile)));

    private static Image Flat(params double[] bands) => (TestPhotos.Image() * 0 + bands).Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);

    // Linear light of sRGB primaries, from the npm package culori 4.0.2: converter('lrgb') of its modes a98 and prophoto.
    [Theory]
    [InlineData("a98", 230, 51, 26, 1.102899, 0.029028, 0.005634)]
    [InlineData("a98", 51, 204, 77, -0.203271, 0.612172, 0.048632)]
    [InlineData("a98", 26, 64, 217, -0.009828, 0.047827, 0.729309)]
    [InlineData("a98", 128, 128, 128, 0.219638, 0.219638, 0.219638)]
    [InlineData("a98", 5, 153, 230, -0.129286, 0.325167, 0.817235)]
    [InlineData("prophoto", 230, 51, 26, 1.644354, -0.122108, 0.003502)]
    [InlineData("prophoto", 51, 204, 77, -0.410203, 0.811327, 0.031562)]
    [InlineData("prophoto", 26, 64, 217, -0.256463, 0.096362, 0.856083)]
    [InlineData("prophoto", 128, 128, 128, 0.289205, 0.289205, 0.289205)]
    [InlineData("prophoto", 5, 153, 230, -0.542383, 0.488422, 0.903770)]
    public void Photos_in_opRGB_and_ROMM_RGB_are_read_as_a_colour_library_converts_them(string space, int r, int g, int b, double red, double green, double blue)
    {
        var photo = Read(Write("wide.png", space == "a98" ? TestProfiles.OpRgb : TestProfiles.RommRgb, Flat(r, g, b)));
        float[] x = [0], y = [0], z = [0];
        photo.Pixels.Read(5, 5, x, y, z);
        Assert.Equal(red, x[0], 0.004);
        Assert.Equal(green, y[0], 0.004);
        Assert.Equal(blue, z[0], 0.004);
    }

    [Theory]
    [InlineData(true, 8)]
    [InlineData(false, 8)]
    [InlineData(true, 16)]
    [InlineData(false, 16)]
    public void A_neutral_copy_in_a_wide_profile_keeps_its_values(bool opRgb, int bits)
    {
        var image = bits == 8 ? TestPhotos.Image() : (TestPhotos.Image().Cast(Enums.BandFormat.Ushort) * 257).Cast(Enums.BandFormat.Ushort).Copy(interpretation: Enums.Interpretation.Rgb16);
        var path = Write("wide.png", opRgb ? TestProfiles.OpRgb : TestProfiles.RommRgb, image);
        var photo = Read(path);
        var copy = folder.File("copy.png");
        PhotoWriter.SavePicture(copy, new PhotoRenderer(Pyramid.Build(photo.Pixels)), new Recipe { Ground = new Ground { Colour = 100 } }, photo, path, new CopySettings { Format = CopyFormat.Png, Bits = bits });
        using Image before = Image.NewFromFile(path), after = Image.NewFromFile(copy);
        using var difference = (before.Cast(Enums.BandFormat.Int) - after.Cast(Enums.BandFormat.Int)).Abs();
        // 8 bits come back exactly. In 16, a channel at black beside one near white loses a step or two to the float's 24 bits.
        Assert.True(difference.Max() <= (bits == 8 ? 0 : 3), $"off by {difference.Max()}");
        Assert.True(difference.Avg() <= (bits == 8 ? 0 : 0.01), $"off by {difference.Avg()} on average");
    }

    [Fact]
    public void What_lies_outside_a_profile_is_drawn_in_with_its_hue_not_clipped()
    {
        var profile = MatrixProfile.Read(TestProfiles.OpRgb)!;
        // A green of Rec. 2020's kind, a blue brighter than the device's, a colour inside, and one above white.
        foreach (var (red, green, blue) in (List<(float, float, float)>)[(-0.6f, 0.9f, -0.1f), (0.02f, 0.05f, 1.4f), (0.3f, 0.4f, 0.5f), (1.5f, 1.2f, 1.1f)])
        {
            var device = profile.ToDevice(red, green, blue);
            foreach (var channel in (float[])[device.Red, device.Green, device.Blue]) Assert.InRange(channel, 0, 1);
            var (r, g, b) = profile.ToSrgb(device.Red, device.Green, device.Blue);
            if (red == 0.3f) Assert.Equal((red, green, blue), (r, g, b), (a, c) => Math.Abs(a.Item1 - c.Item1) + Math.Abs(a.Item2 - c.Item2) + Math.Abs(a.Item3 - c.Item3) < 1e-5);
            // Drawn in on the plane of its own hue.
            OkLabHue(red, green, blue, out var before, out _);
            OkLabHue(r, g, b, out var after, out var chroma);
            if (chroma > 0.02) Assert.Equal(before, after, 0.5);
            else Assert.True(red > 1);
        }
    }

    private static void OkLabHue(float red, float green, float blue, out double hue, out double chroma)
    {
        var (_, a, b) = OkLab.FromLinear(red, green, blue);
        (hue, chroma) = (OkLab.Hue(a, b), OkLab.Chroma(a, b));
    }

    [Fact]
    public void A_wide_profile_counts_with_the_memory_that_its_values_take()
    {
        // 9600 pixels; as they are 3 bytes each, in a wide profile 12, and as much again to work in.
        var tight = new PhotoReader(new PhotoLimits { Memory = 0.2 });
        Assert.Equal(TestPhotos.Width, tight.Read(TestPhotos.Write(folder, "plain.png")).Pixels.Width);
        var refused = Assert.Throws<UnreadablePhotoException>(() => tight.Read(Write("wide.png", TestProfiles.RommRgb)));
        Assert.Contains("needs about 0 MB of memory", refused.Message, StringComparison.Ordinal);
        Assert.Equal(TestPhotos.Width, new PhotoReader(new PhotoLimits { Memory = 0.4 }).Read(folder.File("wide.png")).Pixels.Width);
    }

    [Fact]
    public void Grey_with_a_profile_of_its_own_is_read_by_it()
    {
        var photo = Read(Write("grey.png", TestProfiles.Grey(1), TestPhotos.Image().Colourspace(Enums.Interpretation.Bw) * 0 + 128));
        float[] x = [0], y = [0], z = [0];
        photo.Pixels.Read(5, 5, x, y, z);
        Assert.Equal(128 / 255.0, y[0], 0.004);
        Assert.Equal(y[0], x[0], 0.002);
        Assert.Equal(y[0], z[0], 0.002);
    }

    [Fact]
    public void Sixteen_bit_grey_is_read_finely()
    {
        var ramp = Enumerable.Range(0, 120 * 80).Select(i => (ushort)(i * 6)).ToArray();
        using var image = Image.NewFromMemory(ramp, 120, 80, 1, Enums.BandFormat.Ushort).Copy(interpretation: Enums.Interpretation.Grey16);
        var photo = Read(TestPhotos.Write(folder, "deep.png", image));
        Assert.Equal(16, photo.Bits);
        float[] x = new float[2], y = new float[2], z = new float[2];
        photo.Pixels.Read(10, 40, x, y, z);
        Assert.Equal(Srgb.Decode(ramp[40 * 120 + 10] / 65535.0), y[0], 1e-4);
        Assert.True(y[1] > y[0]);
    }

    [Fact]
    public void CMYK_is_read_as_colour()
    {
        using var cmyk = (Image.Black(120, 80, bands: 4) + new double[] { 0, 200, 200, 0 }).Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Cmyk);
        var photo = Read(TestPhotos.Write(folder, "print.tif", cmyk));
        float[] x = [0], y = [0], z = [0];
        photo.Pixels.Read(5, 5, x, y, z);
        Assert.True(x[0] > 3 * y[0] && x[0] > 3 * z[0], $"{x[0]} {y[0]} {z[0]} is no red");
        Assert.Contains("CMYK", photo.Note!, StringComparison.Ordinal);
        // All inks are black, not the grey of a press (41 of 255 without compensation); what is left is the press's own blue.
        using var black = (Image.Black(120, 80, bands: 4) + 255).Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Cmyk);
        Read(TestPhotos.Write(folder, "black.tif", black)).Pixels.Read(5, 5, x, y, z);
        Assert.InRange(255 * Srgb.Encode(Math.Max(x[0], y[0])), 0, 3);
        Assert.InRange(255 * Srgb.Encode(z[0]), 0, 21);
    }

    [Fact]
    public void What_is_transparent_is_laid_on_white_in_linear_light_and_that_is_said()
    {
        using var deep = (TestPhotos.Image().Cast(Enums.BandFormat.Ushort) * 257).Cast(Enums.BandFormat.Ushort).Bandjoin(32768).Copy(interpretation: Enums.Interpretation.Rgb16);
        var photo = Read(TestPhotos.Write(folder, "clear.png", deep.Cast(Enums.BandFormat.Ushort)));
        float[] x = [0], y = [0], z = [0];
        photo.Pixels.Read(0, 0, x, y, z);
        Assert.Equal(0, x[0]);
        // Black at half coverage over white has half the light: code 188 (IEC 61966-2-1).
        var shown = new PhotoRenderer(photo.Pyramid()).Frames.Draw(new Recipe(), new View(new Core.Imaging.Region(0, 0, 8, 8), 1), Show.Original);
        Assert.InRange(shown[0], 187, 188);
        Assert.Contains("transparent", photo.Note!, StringComparison.Ordinal);
        using var covered = TestPhotos.Image().Bandjoin(255).Copy(interpretation: Enums.Interpretation.Srgb);
        Read(TestPhotos.Write(folder, "covered.png", covered)).Pixels.Read(3, 3, x, y, z);
        Assert.Equal((Srgb.Decode((byte)6), Srgb.Decode((byte)9), Srgb.Decode((byte)249)), (x[0], y[0], z[0]));
    }

    [Fact]
    public void A_malformed_profile_gives_the_picture_as_sRGB_or_a_clear_refusal()
    {
        var good = TestProfiles.OpRgb;
        var random = new Random(5);
        var bad = new List<byte[]> { good[..100], good[..140], good[..^20], new byte[300], TestProfiles.Grey(2.2) };
        for (var k = 0; k < 40; k++)
        {
            // Bits flipped all over, the tag table's offsets and counts among them.
            var hurt = (byte[])good.Clone();
            for (var i = 0; i < 12; i++) hurt[random.Next(k % 2 == 0 ? 128 : 0, hurt.Length)] ^= (byte)(1 << random.Next(8));
            bad.Add(hurt);
        }
        foreach (var profile in bad)
        {
            var path = Write("bad.tif", profile);
            try
            {
                var photo = Read(path);
                Assert.Equal(TestPhotos.Width, photo.Pixels.Width);
                PhotoWriter.SavePicture(folder.File("copy.png"), new PhotoRenderer(Pyramid.Build(photo.Pixels)), new Recipe(), photo, path, new CopySettings { Format = CopyFormat.Png, Bits = 8 });
                File.Delete(folder.File("copy.png"));
            }
            catch (UnreadablePhotoException refusal)
            {
                Assert.EndsWith(".", refusal.Message);
            }
        }
    }

    [Theory]
    [InlineData(1, 60000)]
    [InlineData(60000, 1)]
    [InlineData(1, 1)]
    public void Pictures_of_extreme_shape_go_in_and_out(int width, int height)
    {
        using var image = Image.Gaussnoise(width, height, sigma: 40, mean: 128).Cast(Enums.BandFormat.Uchar);
        using var colour = image.Bandjoin(image, image).Copy(interpretation: Enums.Interpretation.Srgb);
        var path = TestPhotos.Write(folder, "thin.png", colour);
        var photo = Read(path);
        Assert.Equal((width, height), (photo.Pixels.Width, photo.Pixels.Height));
        PhotoWriter.SavePicture(folder.File("copy.tif"), new PhotoRenderer(Pyramid.Build(photo.Pixels)), new Recipe { Ground = new Ground { Colour = 100 } }, photo, path, new CopySettings { Format = CopyFormat.Tiff, Bits = 8 });
        Assert.Equal(TestPhotos.Read(path), TestPhotos.Read(folder.File("copy.tif")));
    }
}
