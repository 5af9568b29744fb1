using System.Buffers.Binary;
using System.IO.Hashing;
using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Profiles;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

/// <summary>Colours signalled by code points and by numbers, and profiles that can be read and not written.</summary>
public sealed class SignalledColourTests : IDisposable
{
    // CSS Color 4, 10.9 and 18: linear Display P3 to linear sRGB, both of D65.
    private static readonly double[] P3ToSrgb = [1.2249401762805598, -0.22494017628055996, 0, -0.042056954709688163, 1.0420569547096881, 0, -0.019637554590334432, -0.078636045550631889, 1.0982736001409663];

    private readonly TempFolder folder = new();

    public SignalledColourTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    private string Png(params (string Type, byte[] Content)[] chunks)
    {
        var path = TestPhotos.Write(folder, "plain.png");
        var file = File.ReadAllBytes(path).ToList();
        foreach (var (type, content) in chunks)
        {
            byte[] body = [.. System.Text.Encoding.ASCII.GetBytes(type), .. content];
            file.InsertRange(33, [.. Number(content.Length), .. body, .. Number((int)Crc32.HashToUInt32(body))]);
        }
        File.WriteAllBytes(folder.File("signalled.png"), [.. file]);
        return folder.File("signalled.png");
    }

    private static byte[] Number(int value)
    {
        var bytes = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(bytes, value);
        return bytes;
    }

    private static (float R, float G, float B) At(DecodedPhoto photo, int x, int y)
    {
        float[] r = [0], g = [0], b = [0];
        photo.Pixels.Read(x, y, r, g, b);
        return (r[0], g[0], b[0]);
    }

    private static DecodedPhoto Read(string path) => new PhotoReader(new PhotoLimits()).Read(path);

    /// <summary>By LittleCMS, through the codec library, with its own Display P3.</summary>
    [Fact]
    public void Code_points_of_P3_are_read_as_a_colour_library_reads_its_profile()
    {
        var photo = Read(Png(("cICP", [12, 13, 0, 1])));
        using var tagged = ColourProfile.Tagged(TestPhotos.Image(), Image.ProfileLoad("p3"));
        using var linear = ColourProfile.ToLinear(tagged);
        foreach (var (x, y) in ((int, int)[])[(100, 10), (20, 70), (60, 40)])
        {
            var expected = linear.Getpoint(x, y);
            var (r, g, b) = At(photo, x, y);
            Assert.Equal(expected[0], r, 0.003);
            Assert.Equal(expected[1], g, 0.003);
            Assert.Equal(expected[2], b, 0.003);
        }
        Assert.Contains("signalled", photo.Note!, StringComparison.Ordinal);
        var copy = folder.File("copy.png");
        PhotoWriter.SavePicture(copy, new PhotoRenderer(Pyramid.Build(photo.Pixels)), new Recipe { Ground = new Ground { Colour = 100 } }, photo, null, new CopySettings { Format = CopyFormat.Png });
        var (before, after) = (TestPhotos.Pixels(), TestPhotos.Read(copy));
        for (var i = 0; i < before.Length; i++) Assert.InRange(after[i] - before[i], -1, 1);
        using var read = Image.NewFromFile(copy);
        // LittleCMS takes the profile that was written for it.
        using var converted = read.IccTransform("srgb", embedded: true, depth: 16);
        var words = converted.WriteToMemory<ushort>();
        for (var i = 0; i < words.Length; i += 3)
        {
            double[] light = [.. Enumerable.Range(0, 3).Select(c => Core.Colour.Srgb.Decode(before[i + c] / 255.0))];
            for (var c = 0; c < 3; c++)
            {
                var expected = Core.Colour.Srgb.Encode(Math.Clamp(Enumerable.Range(0, 3).Sum(k => P3ToSrgb[3 * c + k] * light[k]), 0, 1)) * 255;
                Assert.Equal(expected, words[i + c] / 257.0, 1.5);
            }
        }
    }

    [Theory]
    [InlineData(45455, false, 1)]
    [InlineData(100000, true, 1)]
    [InlineData(55556, true, 1.8)]
    public void PNG_gamma_is_honoured(int gamma, bool isOther, double exponent)
    {
        var photo = Read(Png(("gAMA", Number(gamma))));
        Assert.Equal(isOther, photo.Note is not null);
        // W3C PNG, third edition, 13.13: light is the sample to the power of 1 / gamma.
        if (isOther) Assert.Equal(Math.Pow(120 / 255.0, exponent), At(photo, 60, 40).G, 0.004);
        Assert.Null(Read(Png(("gAMA", Number(100000)), ("sRGB", [0]))).Note);
    }

    [Fact]
    public void PNG_chromaticities_are_honoured()
    {
        // Red and green change places.
        byte[] swapped = [.. ((int[])[31270, 32900, 30000, 60000, 64000, 33000, 15000, 6000]).SelectMany(Number)];
        var (r, g, _) = At(Read(Png(("cHRM", swapped), ("gAMA", Number(45455)))), 100, 10);
        var (r0, g0, _) = At(Read(TestPhotos.Write(folder, "plain.png")), 100, 10);
        Assert.Equal((r0, g0), (g, r), new Near(0.003f));
    }

    private sealed class Near(float tolerance) : IEqualityComparer<(float, float)>
    {
        public bool Equals((float, float) x, (float, float) y) => Math.Abs(x.Item1 - y.Item1) < tolerance && Math.Abs(x.Item2 - y.Item2) < tolerance;

        public int GetHashCode((float, float) obj) => 0;
    }

    [Theory]
    [InlineData(16)]
    [InlineData(18)]
    public void High_dynamic_range_is_refused_with_words(byte transfer)
    {
        var refusal = Assert.Throws<UnreadablePhotoException>(() => Read(Png(("cICP", [9, transfer, 0, 1]))));
        Assert.Contains("high dynamic range", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void AVIF_code_points_are_found_and_damaged_boxes_are_none()
    {
        static byte[] Box(string type, byte[] content) => [.. Number(8 + content.Length), .. System.Text.Encoding.ASCII.GetBytes(type), .. content];
        byte[] file = [.. Box("ftyp", [.. "avif"u8, 0, 0, 0, 0]), .. Box("meta", [0, 0, 0, 0, .. Box("hdlr", new byte[20]), .. Box("iprp", Box("ipco", [.. Box("ispe", new byte[12]), .. Box("colr", [.. "prof"u8, 1, 2, 3, 4]), .. Box("colr", [.. "nclx"u8, 0, 12, 0, 13, 0, 6, 0x80])]))])];
        using var whole = new MemoryStream(file);
        Assert.Equal((12, 13), Codecs.Containers.HeifBoxes.Colours(whole));
        foreach (var cut in (int[])[0, 7, 20, 60, file.Length - 8])
        {
            using var damaged = new MemoryStream(file[..cut]);
            Assert.Null(Codecs.Containers.HeifBoxes.Colours(damaged));
        }
    }

    [Fact]
    public void Ten_bits_of_AVIF_reach_white()
    {
        using var white = (Image.Black(64, 64, bands: 3) + 65535).Cast(Enums.BandFormat.Ushort).Copy(interpretation: Enums.Interpretation.Rgb16);
        white.Heifsave(folder.File("deep.avif"), bitdepth: 10, compression: Enums.ForeignHeifCompression.Av1, lossless: true);
        Assert.Equal(1, At(Read(folder.File("deep.avif")), 20, 20).G, 0.0015);
    }

    [Theory]
    [InlineData("A2B0")]
    [InlineData("A2B1")]
    public void A_profile_that_can_only_be_read_is_read_and_copies_have_another(string table)
    {
        using var tagged = ColourProfile.Tagged(TestPhotos.Image(), TestProfiles.Table(table));
        var photo = Read(TestPhotos.Write(folder, "scan.tif", tagged));
        // The table holds sRGB's primaries with a curve of x².
        Assert.Equal(Math.Pow(120 / 255.0, 2), At(photo, 60, 40).G, 0.02);
        Assert.Contains("Display P3", photo.Note!, StringComparison.Ordinal);
        var copy = folder.File("copy.jpg");
        PhotoWriter.SavePicture(copy, new PhotoRenderer(Pyramid.Build(photo.Pixels)), new Recipe { Ground = new Ground { Colour = 100 } }, photo, folder.File("scan.tif"), new CopySettings());
        using var read = Image.NewFromFile(copy);
        Assert.True(read.Contains("icc-profile-data"));
    }

    /// <summary>Whatever the tables back are worth: here they are no inverse at all.</summary>
    [Theory]
    [InlineData(8)]
    [InlineData(16)]
    public void What_nothing_touches_keeps_its_codes_through_a_profile_of_tables(int bits)
    {
        using var tagged = ColourProfile.Tagged(TestPhotos.Image(), TestProfiles.Table("A2B0", "B2A0"));
        var path = TestPhotos.Write(folder, "table.tif", tagged);
        var photo = Read(path);
        // Half of it is kept as it is, the rest turns grey.
        var recipe = RecipeJson.Parse("""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "ramp", "x0": 0.5, "y0": 0.5, "x1": 0.5001, "y1": 0.5 } ] } } ] }""");
        var copy = folder.File("copy.tif");
        PhotoWriter.SavePicture(copy, new PhotoRenderer(Pyramid.Build(photo.Pixels)), recipe, photo, path, new CopySettings { Format = CopyFormat.Tiff, Bits = bits });
        using var read = Image.NewFromFile(copy);
        using var narrow = bits == 8 ? read.Copy() : (read / 257).Cast(Enums.BandFormat.Uchar);
        var (before, after) = (TestPhotos.Pixels(), narrow.WriteToMemory<byte>());
        for (var i = 0; i < before.Length; i++)
            if (i / 3 % TestPhotos.Width < TestPhotos.Width / 2 - 1) Assert.Equal(before[i], after[i]);
        Assert.NotEqual(before, after);
    }

    [Fact]
    public void Of_several_pages_one_is_taken_and_that_is_said()
    {
        using var pages = TestPhotos.Image().Join(TestPhotos.Image() * 0, Enums.Direction.Vertical).Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);
        using var two = pages.Mutate(m => m.Set(GValue.GIntType, "page-height", TestPhotos.Height));
        var photo = Read(TestPhotos.Write(folder, "two.tif", two));
        Assert.Equal(TestPhotos.Height, photo.Pixels.Height);
        Assert.Equal((2, "Of its 2 pages or frames this is number 1."), (photo.Pages, photo.Note));
        var other = new PhotoReader(new PhotoLimits()).ReadPage(folder.File("two.tif"), 1);
        float[] x = [1], y = [1], z = [1];
        other.Pixels.Read(50, 50, x, y, z);
        Assert.Equal((0f, 0f, 0f, "Of its 2 pages or frames this is number 2."), (x[0], y[0], z[0], other.Note));
        Assert.Throws<UnreadablePhotoException>(() => new PhotoReader(new PhotoLimits()).ReadPage(folder.File("two.tif"), 2));
    }

    [Fact]
    public void Values_of_floating_point_are_linear_light()
    {
        using var light = (Image.Black(64, 64, bands: 3) + 0.5).Cast(Enums.BandFormat.Float).Copy(interpretation: Enums.Interpretation.Scrgb);
        light.Tiffsave(folder.File("light.tif"));
        var photo = Read(folder.File("light.tif"));
        Assert.Equal((0.5f, 0.5f, 0.5f), At(photo, 9, 9));
        Assert.Contains("linear", photo.Note!, StringComparison.Ordinal);
    }
}
