using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Storage.Tests;

public sealed class ReadingTests : IDisposable
{
    private readonly TempFolder folder = new();

    public ReadingTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    private static DecodedPhoto Read(string path, PhotoLimits? limits = null) => new PhotoReader(limits ?? new PhotoLimits()).Read(path);

    [Theory]
    [InlineData("a.png", PhotoFormat.Png)]
    [InlineData("a.tif", PhotoFormat.Tiff)]
    [InlineData("a.jpg[Q=95]", PhotoFormat.Jpeg)]
    [InlineData("a.webp[lossless]", PhotoFormat.Webp)]
    [InlineData("a.avif[lossless]", PhotoFormat.Avif)]
    public void Each_format_is_read(string name, PhotoFormat format)
    {
        TestPhotos.Image().WriteToFile(folder.File(name));
        var photo = Read(folder.File(name.Split('[')[0]));
        Assert.Equal((format, 8, TestPhotos.Width, TestPhotos.Height), (photo.Format, photo.Bits, photo.Pixels.Width, photo.Pixels.Height));
        Assert.Equal(Srgb.Decode(TestPhotos.Pixels()[3 * 60]), Pixel(photo.Pixels, 60, 0).Red, format is PhotoFormat.Png or PhotoFormat.Tiff or PhotoFormat.Webp ? 1e-6 : 0.05);
    }

    [Fact]
    public void Sixteen_bits_are_kept()
    {
        var path = TestPhotos.Write(folder, "deep.tif", (TestPhotos.Image().Cast(Enums.BandFormat.Ushort) * 257 + 3).Cast(Enums.BandFormat.Ushort).Copy(interpretation: Enums.Interpretation.Rgb16));
        var photo = Read(path);
        Assert.Equal(16, photo.Bits);
        Assert.Equal(Srgb.Decode((TestPhotos.Pixels()[3 * 60] * 257 + 3) / 65535.0), Pixel(photo.Pixels, 60, 0).Red, 1e-6);
    }

    [Fact]
    public void Grey_and_transparent_pictures_become_colour_on_white()
    {
        var grey = Read(TestPhotos.Write(folder, "grey.png", TestPhotos.Image().Colourspace(Enums.Interpretation.Bw)));
        var (red, green, blue) = Pixel(grey.Pixels, 30, 30);
        Assert.True(red == green && green == blue);

        var clear = Read(TestPhotos.Write(folder, "clear.png", TestPhotos.Image().Bandjoin(0)));
        Assert.Equal((1f, 1f, 1f), Pixel(clear.Pixels, 30, 30));
    }

    /// <summary>As large as it comes from a camera: a small one is read as a whole anyway.</summary>
    [Theory]
    [InlineData("turned.jpg", 3)]
    [InlineData("turned.jpg", 6)]
    [InlineData("turned.jpg", 8)]
    [InlineData("turned.tif", 6)]
    [InlineData("turned.webp", 5)]
    public void Large_photos_are_turned_too(string name, int orientation)
    {
        var large = TestPhotos.Image().Resize(20).Mutate(m => m.Set(GValue.GIntType, "orientation", orientation));
        var photo = Read(TestPhotos.Write(folder, name, large));
        var isAside = orientation >= 5;
        Assert.Equal((isAside ? large.Height : large.Width, isAside ? large.Width : large.Height), (photo.Pixels.Width, photo.Pixels.Height));
        using var upright = Image.NewFromFile(folder.File(name)).Autorot();
        var expected = upright.Crop(40, 300, 1, 1).WriteToMemory<byte>();
        Assert.Equal(Srgb.Decode(expected[0]), Pixel(photo.Pixels, 40, 300).Red, 1e-5);
    }

    [Theory]
    [InlineData(2)]
    [InlineData(5)]
    [InlineData(7)]
    public void Channels_besides_the_colours_are_left_aside(int bands)
    {
        var channels = Enumerable.Range(0, bands).Select(k => TestPhotos.Image().ExtractBand(k % 3)).ToArray();
        var photo = Read(TestPhotos.Write(folder, "many.tif", channels[0].Bandjoin(channels[1..])));
        Assert.Equal((TestPhotos.Width, TestPhotos.Height), (photo.Pixels.Width, photo.Pixels.Height));
        Assert.True(float.IsFinite(Pixel(photo.Pixels, 60, 30).Red));
    }

    // EXIF 2.32, tag 274: 6 is "the 0th row is the right-hand side": shown after a quarter turn clockwise.
    [Fact]
    public void The_orientation_is_honoured()
    {
        var path = TestPhotos.Write(folder, "turned.jpg", TestPhotos.Image().Mutate(m => m.Set(GValue.GIntType, "orientation", 6)));
        var photo = Read(path);
        Assert.Equal((TestPhotos.Height, TestPhotos.Width), (photo.Pixels.Width, photo.Pixels.Height));
        // The lower left corner comes to the upper left.
        Assert.Equal(Srgb.Decode(TestPhotos.Pixels()[3 * (TestPhotos.Height - 1) * TestPhotos.Width + 1]), Pixel(photo.Pixels, 0, 0).Green, 0.05);
    }

    [Fact]
    public void An_sRGB_profile_changes_nothing_and_is_known_as_sRGB()
    {
        var path = TestPhotos.Write(folder, "srgb.png", TestPhotos.Image().IccTransform("srgb"));
        var photo = Read(path);
        Assert.True(photo.ProfileIsSrgb);
        Assert.NotNull(photo.Profile);
        Assert.IsType<BytePixels>(photo.Pixels);
    }

    // CSS Color 4, display-p3: color(display-p3 0 1 0) is about color(srgb -0.5116 1.0183 -0.3107).
    [Fact]
    public void Colours_of_a_wider_profile_go_beyond_sRGB()
    {
        var green = (TestPhotos.Image() * 0 + new double[] { 0, 255, 0 }).Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);
        var profile = (byte[])TestPhotos.Image().IccTransform("p3").Get("icc-profile-data");
        var photo = Read(TestPhotos.Write(folder, "p3.png", green.Mutate(m => m.Set(GValue.BlobType, "icc-profile-data", profile))));
        Assert.False(photo.ProfileIsSrgb);
        var (red, g, blue) = Pixel(photo.Pixels, 5, 5);
        Assert.Equal(-0.5116, Srgb.Encode((double)red), 0.01);
        Assert.Equal(1.0183, Srgb.Encode((double)g), 0.01);
        Assert.Equal(-0.3107, Srgb.Encode((double)blue), 0.01);
    }

    [Fact]
    public void A_file_that_is_no_picture_is_refused_with_words()
    {
        File.WriteAllText(folder.File("a.jpg"), "not a picture at all");
        Assert.Contains("not a picture", Assert.Throws<UnreadablePhotoException>(() => Read(folder.File("a.jpg"))).Message);
        File.WriteAllText(folder.File("a.svg"), """<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>""");
        Assert.Contains("not a picture", Assert.Throws<UnreadablePhotoException>(() => Read(folder.File("a.svg"))).Message);
    }

    [Fact]
    public void An_empty_file_is_refused()
    {
        File.WriteAllBytes(folder.File("a.png"), []);
        Assert.Contains("empty", Assert.Throws<UnreadablePhotoException>(() => Read(folder.File("a.png"))).Message);
    }

    [Theory]
    [InlineData("t.jpg")]
    [InlineData("t.png")]
    [InlineData("t.tif")]
    [InlineData("t.webp")]
    public void A_truncated_file_is_refused(string name)
    {
        var bytes = File.ReadAllBytes(TestPhotos.Write(folder, name));
        File.WriteAllBytes(folder.File(name), bytes[..(bytes.Length * 2 / 3)]);
        Assert.Throws<UnreadablePhotoException>(() => Read(folder.File(name)));
    }

    [Fact]
    public void A_header_that_claims_more_than_the_limit_is_refused_before_its_pixels_are_read()
    {
        var path = TestPhotos.Write(folder, "big.png");
        var bytes = File.ReadAllBytes(path);
        // PNG (ISO/IEC 15948) keeps width and height in bytes 16 to 23, and the check sum of the header in 29 to 32.
        bytes[16] = bytes[20] = 0;
        bytes[17] = bytes[21] = 1;
        var sum = Crc32(bytes.AsSpan(12, 17));
        for (var i = 0; i < 4; i++) bytes[29 + i] = (byte)(sum >> (24 - 8 * i));
        File.WriteAllBytes(path, bytes);
        Assert.Contains("limit", Assert.Throws<UnreadablePhotoException>(() => Read(path)).Message);
        Assert.Contains("limit is 0 MB", Assert.Throws<UnreadablePhotoException>(() => Read(TestPhotos.Write(folder, "b.png"), new PhotoLimits { Megabytes = 0.001 })).Message);
    }

    // ISO/IEC 15948, annex D: the CRC of ISO 3309.
    private static uint Crc32(ReadOnlySpan<byte> bytes)
    {
        var crc = 0xFFFFFFFFu;
        foreach (var b in bytes)
        {
            crc ^= b;
            for (var k = 0; k < 8; k++) crc = (crc & 1) != 0 ? 0xEDB88320u ^ (crc >> 1) : crc >> 1;
        }
        return ~crc;
    }

    private static (float Red, float Green, float Blue) Pixel(PhotoPixels pixels, int x, int y)
    {
        float[] red = [0], green = [0], blue = [0];
        pixels.Read(x, y, red, green, blue);
        return (red[0], green[0], blue[0]);
    }
}
