using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

public sealed class SavingTests : IDisposable
{
    private static readonly Recipe Neutral = new() { Ground = new Ground { Colour = 100 } };
    private readonly TempFolder folder = new();

    public SavingTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    private string Save(string original, Recipe recipe, CopySettings settings, string name = "copy")
    {
        var photo = new PhotoReader(new PhotoLimits()).Read(original);
        var path = folder.File(name + settings.Extension);
        PhotoWriter.SavePicture(path, new PhotoRenderer(Pyramid.Build(photo.Pixels)), recipe, photo, original, settings);
        return path;
    }

    [Theory]
    [InlineData(CopyFormat.Png)]
    [InlineData(CopyFormat.Tiff)]
    public void A_neutral_copy_of_an_8_bit_photo_has_its_pixels_unchanged(CopyFormat format)
    {
        var copy = Save(TestPhotos.Write(folder, "a.png"), Neutral, new CopySettings { Format = format });
        Assert.Equal(TestPhotos.Pixels(), TestPhotos.Read(copy));
    }

    [Fact]
    public void A_neutral_copy_of_a_16_bit_photo_is_within_one_step()
    {
        var deep = (TestPhotos.Image().Cast(Enums.BandFormat.Ushort) * 257 + 90).Cast(Enums.BandFormat.Ushort).Copy(interpretation: Enums.Interpretation.Rgb16);
        var copy = Save(TestPhotos.Write(folder, "a.tif", deep), Neutral, new CopySettings { Format = CopyFormat.Tiff, Bits = 16 });
        var before = deep.WriteToMemory<ushort>();
        var after = Image.NewFromFile(copy).WriteToMemory<ushort>();
        for (var i = 0; i < before.Length; i++) Assert.InRange(after[i] - before[i], -1, 1);
    }

    [Fact]
    public void A_neutral_copy_of_a_wide_gamut_photo_is_within_one_step_and_keeps_its_profile()
    {
        var wide = TestPhotos.Image().IccTransform("p3");
        var random = TestPhotos.Image().Mutate(m => m.Set(GValue.BlobType, "icc-profile-data", (byte[])wide.Get("icc-profile-data")));
        var copy = Save(TestPhotos.Write(folder, "a.png", random), Neutral, new CopySettings { Format = CopyFormat.Png });
        var after = TestPhotos.Read(copy);
        var before = TestPhotos.Pixels();
        for (var i = 0; i < before.Length; i++) Assert.InRange(after[i] - before[i], -1, 1);
        Assert.Equal((byte[])wide.Get("icc-profile-data"), (byte[])Image.NewFromFile(copy).Get("icc-profile-data"));
    }

    [Fact]
    public void EXIF_is_carried_over_and_the_orientation_normalised()
    {
        var turned = TestPhotos.Image().Mutate(m =>
        {
            m.Set(GValue.GIntType, "orientation", 6);
            m.Set(GValue.GStrType, "exif-ifd0-Copyright", "The dye-house");
            m.Set(GValue.GStrType, "exif-ifd2-FNumber", "28/10 (f/2.8, Rational, 1 components, 8 bytes)");
        });
        var copy = Save(TestPhotos.Write(folder, "a.jpg", turned), new Recipe(), new CopySettings());
        using var read = Image.NewFromFile(copy);
        Assert.Equal((TestPhotos.Height, TestPhotos.Width), (read.Width, read.Height));
        Assert.StartsWith("The dye-house", (string)read.Get("exif-ifd0-Copyright"), StringComparison.Ordinal);
        Assert.StartsWith("28/10", (string)read.Get("exif-ifd2-FNumber"), StringComparison.Ordinal);
        Assert.True(!read.Contains("orientation") || (int)read.Get("orientation") == 1);
    }

    [Theory]
    [InlineData(CopyFormat.Jpeg)]
    [InlineData(CopyFormat.Png)]
    [InlineData(CopyFormat.Tiff)]
    public void The_print_size_stays_and_XMP_says_that_the_pixels_are_upright(CopyFormat format)
    {
        const string xmp = "<x:xmpmeta xmlns:x=\"urn:x\"><rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\"><rdf:Description rdf:about=\"\" xmlns:tiff=\"urn:tiff\" tiff:Orientation=\"6\" tiff:Make=\"6\"><tiff:Orientation>8</tiff:Orientation></rdf:Description></rdf:RDF></x:xmpmeta>";
        var turned = TestPhotos.Image().Copy(xres: 300 / 25.4, yres: 300 / 25.4).Mutate(m =>
        {
            m.Set(GValue.GIntType, "orientation", 6);
            m.Set(GValue.BlobType, "xmp-data", System.Text.Encoding.UTF8.GetBytes(xmp));
        });
        using var read = Image.NewFromFile(Save(TestPhotos.Write(folder, "a.jpg", turned), new Recipe(), new CopySettings { Format = format }));
        Assert.Equal(300, read.Xres * 25.4, 0.5);
        var kept = System.Text.Encoding.UTF8.GetString((byte[])read.Get("xmp-data"));
        Assert.Contains("tiff:Orientation=\"1\" tiff:Make=\"6\"", kept, StringComparison.Ordinal);
        Assert.Contains("<tiff:Orientation>1<", kept, StringComparison.Ordinal);
    }

    [Fact]
    public void A_mask_is_saved_as_16_bit_grey_of_the_photo_s_size()
    {
        var photo = new PhotoReader(new PhotoLimits()).Read(TestPhotos.Write(folder, "a.png"));
        var recipe = RecipeJson.Parse("""{ "yarnwheel": 1, "areas": [ { "mask": { "invert": true } } ] }""");
        PhotoWriter.SaveMask(folder.File("m.png"), new PhotoRenderer(Pyramid.Build(photo.Pixels)), recipe, 0);
        using var mask = Image.NewFromFile(folder.File("m.png"));
        Assert.Equal((TestPhotos.Width, TestPhotos.Height, 1, Enums.BandFormat.Ushort), (mask.Width, mask.Height, mask.Bands, mask.Format));
        Assert.Equal(65535, mask.Min());
    }

    [Fact]
    public void A_copy_that_fails_or_is_cancelled_leaves_nothing_behind()
    {
        var original = TestPhotos.Write(folder, "a.png");
        var photo = new PhotoReader(new PhotoLimits()).Read(original);
        var renderer = new PhotoRenderer(Pyramid.Build(photo.Pixels));
        var place = Directory.CreateDirectory(folder.File("out")).FullName;
        using var cancel = new CancellationTokenSource();
        cancel.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() =>
            PhotoWriter.SavePicture(Path.Combine(place, "c.jpg"), renderer, Neutral, photo, original, new CopySettings(), null, cancel.Token));
        var failure = Assert.Throws<YarnwheelException>(() =>
            PhotoWriter.SavePicture(Path.Combine(place, "no", "c.jpg"), renderer, Neutral, photo, original, new CopySettings()));
        Assert.Contains("folder does not exist", failure.Message);
        Assert.Empty(Directory.EnumerateFileSystemEntries(place));
    }

    // /dev/full answers every write with ENOSPC (Linux, full(4)).
    [Fact]
    public void A_full_disk_is_named()
    {
        var failure = Assert.Throws<DiskFullException>(() => WholeFile.Write(folder.File("a.jpg"), _ =>
        {
            using var full = new FileStream("/dev/full", FileMode.Open, FileAccess.Write, FileShare.ReadWrite, 0);
            full.Write(new byte[100]);
        }));
        Assert.Contains("no room left", failure.Message);
        Assert.Empty(Directory.EnumerateFileSystemEntries(folder.Path));
    }

    [Fact]
    public void Progress_runs_to_1()
    {
        var seen = new List<double>();
        var original = TestPhotos.Write(folder, "a.png");
        var photo = new PhotoReader(new PhotoLimits()).Read(original);
        PhotoWriter.SavePicture(folder.File("p.png"), new PhotoRenderer(Pyramid.Build(photo.Pixels)), Neutral, photo, original,
            new CopySettings { Format = CopyFormat.Png }, new Collect(seen));
        Assert.Equal(1, seen[^1]);
        Assert.Equal(seen.Order(), seen);
    }

    private sealed class Collect(List<double> into) : IProgress<double>
    {
        public void Report(double value) => into.Add(value);
    }
}
