using System.Text;
using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Metadata;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

/// <summary>What a copy is written like: size, colours, metadata, recipe.</summary>
public sealed class SettingsTests : IDisposable
{
    private static readonly Recipe Neutral = new() { Ground = new Ground { Colour = 100 } };
    private readonly TempFolder folder = new();

    public SettingsTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    private string Save(Image original, CopySettings settings, Recipe? recipe = null)
    {
        var from = TestPhotos.Write(folder, "from.jpg", original);
        var photo = new PhotoReader(new PhotoLimits()).Read(from);
        var path = folder.File("copy" + settings.Extension);
        PhotoWriter.SavePicture(path, new PhotoRenderer(Pyramid.Build(photo.Pixels)), recipe ?? Neutral, photo, from, settings);
        return path;
    }

    [Theory]
    [InlineData(60, null, 60, 40)]
    [InlineData(500, null, 120, 80)]
    [InlineData(null, 0.0024, 60, 40)]
    [InlineData(90, 0.0024, 60, 40)]
    public void A_copy_has_the_size_that_was_asked_for_and_is_never_made_larger(int? side, double? millions, int width, int height)
    {
        using var copy = Image.NewFromFile(Save(TestPhotos.Image(), new CopySettings { Format = CopyFormat.Png, Size = new CopySize(side, millions) }));
        Assert.Equal((width, height), (copy.Width, copy.Height));
    }

    [Fact]
    public void Sizes_are_reduced_in_linear_light()
    {
        // Black and white in turn are half the light: 188 in sRGB (IEC 61966-2-1), not 128.
        var stripes = new byte[3 * 128 * 128];
        for (var i = 0; i < stripes.Length; i++) stripes[i] = i / 3 % 2 == 0 ? (byte)0 : (byte)255;
        var image = Image.NewFromMemory(stripes, 128, 128, 3, Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);
        image.WriteToFile(folder.File("stripes.png"));
        var photo = new PhotoReader(new PhotoLimits()).Read(folder.File("stripes.png"));
        PhotoWriter.SavePicture(folder.File("small.png"), new PhotoRenderer(Pyramid.Build(photo.Pixels)), Neutral, photo, null, new CopySettings { Format = CopyFormat.Png, Size = new CopySize(32) });
        var half = Srgb.Encode(0.5) * 255;
        // Within three pixels of the border the filter sees the outermost stripe twice.
        Assert.All(TestPhotos.Read(folder.File("small.png")).Where((_, i) => i / 3 % 32 is > 2 and < 29), v => Assert.Equal(half, v, 1.0));
    }

    [Fact]
    public void Each_step_of_sharpening_gives_more_contrast_at_an_edge()
    {
        var deviations = Enum.GetValues<OutputSharpness>().Select(step =>
        {
            using var copy = Image.NewFromFile(Save(Edge(), new CopySettings { Format = CopyFormat.Png, Sharpness = step, Size = new CopySize(60) }));
            return copy.Deviate();
        }).ToList();
        Assert.Equal(deviations.Order(), deviations);
        Assert.True(deviations[3] > deviations[0] * 1.01);

        static Image Edge() => (TestPhotos.Image() * 0 + Image.Black(60, 80).Join(Image.Black(60, 80) + 60, Enums.Direction.Horizontal) + 80).Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);
    }

    [Theory]
    [InlineData(CopyProfile.Srgb, "srgb")]
    [InlineData(CopyProfile.Wide, "p3")]
    public void A_copy_in_other_colours_has_the_codes_that_a_colour_library_gives(CopyProfile profile, string reference)
    {
        using var copy = Image.NewFromFile(Save(TestPhotos.Image(), new CopySettings { Format = CopyFormat.Png, Bits = 16, Profile = profile }));
        Assert.True(copy.Contains("icc-profile-data"));
        // LittleCMS, relative colorimetric.
        using var before = Image.NewFromFile(folder.File("from.jpg"));
        using var expected = before.IccTransform(reference, intent: Enums.Intent.Relative, depth: 16);
        using var difference = ((copy - expected) / 257.0).Abs();
        Assert.InRange(difference.Max(), 0, 0.6);
    }

    private static Image WithMetadata()
    {
        const string xmp = "<x:xmpmeta xmlns:x=\"urn:x\"><rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\"><rdf:Description rdf:about=\"\" xmlns:exif=\"urn:exif\" xmlns:p=\"urn:p\" exif:GPSLatitude=\"47,22N\" p:City=\"Dyeham\" p:Headline=\"Wool\"/></rdf:RDF></x:xmpmeta>";
        // IPTC-IIM: record 2, 90 city, 120 caption.
        byte[] iptc = [0x1C, 2, 90, 0, 6, .. "Dyeham"u8, 0x1C, 2, 120, 0, 4, .. "Wool"u8];
        return TestPhotos.Image().Mutate(m =>
        {
            m.Set(GValue.GStrType, "exif-ifd2-FNumber", "28/10 (f/2.8, Rational, 1 components, 8 bytes)");
            m.Set(GValue.GStrType, "exif-ifd3-GPSLatitude", "47/1 22/1 0/1 (47, 22, 0, Rational, 3 components, 24 bytes)");
            m.Set(GValue.BlobType, "xmp-data", Encoding.UTF8.GetBytes(xmp));
            m.Set(GValue.BlobType, "iptc-data", iptc);
        });
    }

    private static string Text(string path) => Encoding.Latin1.GetString(File.ReadAllBytes(path));

    [Theory]
    [InlineData(CopyFormat.Jpeg)]
    [InlineData(CopyFormat.Webp)]
    [InlineData(CopyFormat.Png)]
    [InlineData(CopyFormat.Avif)]
    public void Without_the_place_nothing_says_where_it_was_and_all_else_stays(CopyFormat format)
    {
        var copy = Save(WithMetadata(), new CopySettings { Format = format, Metadata = MetadataScope.WithoutPlace });
        using var read = Image.NewFromFile(copy);
        Assert.DoesNotContain(read.GetFields(), f => f.Contains("GPS", StringComparison.Ordinal));
        var xmp = Encoding.UTF8.GetString((byte[])read.Get("xmp-data"));
        Assert.DoesNotContain("Dyeham", Text(copy), StringComparison.Ordinal);
        Assert.DoesNotContain("GPS", xmp, StringComparison.Ordinal);
        Assert.Contains("Wool", xmp, StringComparison.Ordinal);
        Assert.StartsWith("28/10", (string)read.Get("exif-ifd2-FNumber"), StringComparison.Ordinal);
        using var all = Image.NewFromFile(Save(WithMetadata(), new CopySettings { Format = format }));
        Assert.Contains(all.GetFields(), f => f.Contains("GPSLatitude", StringComparison.Ordinal));
        Assert.Contains("Dyeham", Encoding.UTF8.GetString((byte[])all.Get("xmp-data")), StringComparison.Ordinal);
    }

    [Fact]
    public void Without_metadata_a_copy_says_only_what_is_filled_in()
    {
        var copy = Save(WithMetadata(), new CopySettings { Metadata = MetadataScope.None, Copyright = "© The dye-house <2026> (all rights)", Credit = "M. Weld" });
        using var read = Image.NewFromFile(copy);
        Assert.DoesNotContain(read.GetFields(), f => f.Contains("GPS", StringComparison.Ordinal) || f.Contains("FNumber", StringComparison.Ordinal) || f == "iptc-data");
        Assert.Contains("M. Weld", (string)read.Get("exif-ifd0-Artist"), StringComparison.Ordinal);
        var xmp = XmpPacket.Read((byte[])read.Get("xmp-data"))!;
        Assert.Equal("© The dye-house <2026> (all rights)", xmp.Find(System.Xml.Linq.XName.Get("rights", "http://purl.org/dc/elements/1.1/")));
        Assert.DoesNotContain("Wool", Text(copy), StringComparison.Ordinal);
        using var bare = Image.NewFromFile(Save(WithMetadata(), new CopySettings { Metadata = MetadataScope.None }));
        Assert.False(bare.Contains("xmp-data"));
    }

    [Theory]
    [InlineData(CopyFormat.Jpeg, 3)]
    [InlineData(CopyFormat.Png, 3)]
    [InlineData(CopyFormat.Tiff, 3)]
    [InlineData(CopyFormat.Webp, 3)]
    [InlineData(CopyFormat.Avif, 3)]
    [InlineData(CopyFormat.Jpeg, 120)]
    public void A_recipe_inside_a_copy_is_found_again(CopyFormat format, int areas)
    {
        var recipe = Neutral with { Areas = [.. Enumerable.Range(1, areas).Select(k => new Area { Name = $"<{k}> & \"ä\"" })] };
        var note = RecipeNote.Find(Save(WithMetadata(), new CopySettings { Format = format, EmbedRecipe = true }, recipe))!;
        Assert.Equal(RecipeJson.WriteCompact(recipe), note.Recipe);
        Assert.Equal(PhotoWriter.HashOf(folder.File("from.jpg")), note.Original);
        Assert.Null(RecipeNote.Find(folder.File("from.jpg")));
    }

    [Fact]
    public void What_can_not_be_written_is_said_before_anything_is()
    {
        Assert.Null(new CopySettings().Fault());
        foreach (var wrong in (CopySettings[])[new() { Quality = 0 }, new() { Bits = 12 }, new() { Bits = 16 }, new() { Size = new CopySize(4) }, new() { Size = new CopySize(null, double.NaN) }, new() { Format = CopyFormat.Layers, Size = new CopySize(100) }])
            Assert.EndsWith("nothing was saved.", wrong.Fault(), StringComparison.Ordinal);
    }

    [Fact]
    public void Odd_IPTC_is_none()
    {
        foreach (var odd in (byte[][])[[], [1, 2, 3], [0x1C, 2, 120, 0xFF, 0xFF, 1], [0x1C, 2, 90, 0, 9, 1], [.. "8BIM"u8, 4, 4, 0, 0, 255, 255, 255, 255, 1, 2, 3]]) Assert.Empty(IptcRecords.Read(odd));
        // Bare, and within image resources.
        byte[] bare = [0x1C, 2, 90, 0, 3, .. "Dye"u8];
        byte[] wrapped = [.. "8BIM"u8, 4, 3, 1, (byte)'a', 0, 0, 0, 1, 7, 0, .. "8BIM"u8, 4, 4, 0, 0, 0, 0, 0, 8, .. bare];
        foreach (var sets in (IReadOnlyList<IptcDataSet>[])[IptcRecords.Read(bare), IptcRecords.Read(wrapped), IptcRecords.Read(IptcRecords.Segment(IptcRecords.Read(bare)))])
        {
            Assert.Equal("Dye", IptcRecords.Text(Assert.Single(sets)));
            Assert.Empty(IptcRecords.WithoutPlace(sets));
        }
    }
}
