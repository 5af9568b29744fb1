using System.Globalization;
using System.Text.Json;
using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

/// <summary>What copies say besides their pixels, tag by tag, as an independent reader sees it, which also writes the originals.</summary>
public sealed class MetadataTests : IClassFixture<ExifTool>, IDisposable
{
    private readonly TempFolder folder = new();
    private readonly ExifTool tool;

    public MetadataTests(ExifTool tool)
    {
        CodecLibrary.Prepare();
        this.tool = tool;
    }

    public void Dispose() => folder.Dispose();

    // Of each kind of value that EXIF has, from each of its directories; IPTC of both kinds of characters; XMP of each structure.
    private static readonly string[] Written =
    [
        "-IFD0:Make=Vat & Sons", "-IFD0:Model=Dyer 7", "-IFD0:ImageDescription=A rail of skeins", "-IFD0:Artist=M. Weld", "-IFD0:Copyright=The dye-house",
        "-IFD0:ModifyDate=2026:05:01 10:20:30", "-IFD0:XPKeywords=madder;weld", "-IFD0:Orientation#=6", "-IFD0:Software=Some camera 1.0",
        "-ExifIFD:ExposureTime=1/250", "-ExifIFD:FNumber=2.8", "-ExifIFD:ISO=400", "-ExifIFD:DateTimeOriginal=2026:05:01 10:20:30", "-ExifIFD:OffsetTimeOriginal=+01:00",
        "-ExifIFD:ExposureCompensation=-2/3", "-ExifIFD:LensInfo=24 70 2.8 4", "-ExifIFD:LensModel=A lens", "-ExifIFD:UserComment=Schöne Farben", "-ExifIFD:SubSecTimeOriginal=12",
        "-ExifIFD:BodySerialNumber=12345", "-ExifIFD:Flash#=16", "-ExifIFD:ColorSpace#=65535", "-ExifIFD:ExifImageWidth=9999", "-ExifIFD:ExifImageHeight=9999",
        "-InteropIFD:InteropIndex=R03", "-GPS:GPSLatitude=47.5", "-GPS:GPSLatitudeRef=N", "-GPS:GPSLongitude=8.25", "-GPS:GPSLongitudeRef=E", "-GPS:GPSAltitude=408.5", "-GPS:GPSDateStamp=2026:05:01",
        "-IPTC:CodedCharacterSet=UTF8", "-IPTC:Headline=Wool, dyed", "-IPTC:Keywords=madder", "-IPTC:Keywords=wäld", "-IPTC:City=Dyeham", "-IPTC:Caption-Abstract=Skeins drying", "-IPTC:Source=House",
        "-IPTC:By-line=M. Weld", "-IPTC:CopyrightNotice=The dye-house", "-IPTC:DateCreated=2026:05:01", "-IPTC:Country-PrimaryLocationCode=CHE",
        "-XMP-dc:Subject=madder", "-XMP-dc:Title=Skeins", "-XMP-xmp:Rating=4", "-XMP-tiff:Orientation#=6", "-XMP-exif:GPSLatitude=47.5", "-XMP-xmpRights:UsageTerms=Ask first", "-XMP-xmp:Label=Blue",
    ];

    // What a copy changes: it is upright, of its own size and colours, and written by this program.
    private static readonly HashSet<string> MadeTrue = ["IFD0:Orientation", "IFD0:Software", "ExifIFD:ColorSpace", "ExifIFD:ExifImageWidth", "ExifIFD:ExifImageHeight", "XMP-tiff:Orientation"];

    /// <summary>Values by directory and name, as numbers and raw text.</summary>
    private Dictionary<string, string> Tags(string path)
    {
        using var json = JsonDocument.Parse(tool.Run("-json", "-G1", "-a", "-n", "-struct", "-charset", "iptc=UTF8", path));
        return json.RootElement[0].EnumerateObject().ToDictionary(p => p.Name, p => p.Value.ToString());
    }

    private string Original(string name, params string[] more)
    {
        var path = TestPhotos.Write(folder, name);
        tool.Run(["-overwrite_original", .. Written, .. more, path]);
        return path;
    }

    private string Save(string original, CopySettings settings)
    {
        var photo = new PhotoReader(new PhotoLimits()).Read(original);
        var path = folder.File("copy" + settings.Extension);
        PhotoWriter.SavePicture(path, new PhotoRenderer(Pyramid.Build(photo.Pixels)), new Recipe(), photo, original, settings);
        return path;
    }

    private static bool IsOfPhoto(string tag) => tag.Split(':')[0] is "IFD0" or "ExifIFD" or "GPS" or "InteropIFD" or "IPTC" || tag.StartsWith("XMP-", StringComparison.Ordinal);

    // Which a TIFF has for its pixels anyway.
    private static bool IsOfPixels(string tag) => tag.StartsWith("IFD0:", StringComparison.Ordinal) && tag["IFD0:".Length..] is "ImageWidth" or "ImageHeight" or "BitsPerSample" or "Compression" or "PhotometricInterpretation"
        or "StripOffsets" or "StripByteCounts" or "SamplesPerPixel" or "RowsPerStrip" or "PlanarConfiguration" or "SampleFormat" or "Predictor" or "YCbCrPositioning" or "SubfileType" or "XResolution" or "YResolution" or "ResolutionUnit" or "ExtraSamples";

    public static TheoryData<string, CopyFormat> Pairs()
    {
        var data = new TheoryData<string, CopyFormat>();
        foreach (var from in (string[])["a.jpg", "a.png", "a.tif", "a.webp"])
            foreach (var to in (CopyFormat[])[CopyFormat.Jpeg, CopyFormat.Png, CopyFormat.Tiff, CopyFormat.Webp, CopyFormat.Avif]) data.Add(from, to);
        return data;
    }

    [Theory]
    [MemberData(nameof(Pairs))]
    public void Every_tag_goes_over_from_every_format_into_every_other(string from, CopyFormat to)
    {
        var original = Original(from);
        var before = Tags(original);
        var after = Tags(Save(original, new CopySettings { Format = to }));
        foreach (var (tag, value) in before.Where(t => IsOfPhoto(t.Key) && !IsOfPixels(t.Key) && !MadeTrue.Contains(t.Key)))
        {
            if (!tag.StartsWith("IPTC:", StringComparison.Ordinal) || to is CopyFormat.Jpeg or CopyFormat.Tiff)
            {
                Assert.True(after.TryGetValue(tag, out var kept), $"{tag} is lost");
                Assert.Equal((tag, value), (tag, kept));
            }
        }
        Assert.Equal(("1", "Yarnwheel", "1", "1"), (after["IFD0:Orientation"], after["IFD0:Software"], after["ExifIFD:ColorSpace"], after["XMP-tiff:Orientation"]));
        // Turned by a quarter.
        Assert.Equal((TestPhotos.Height.ToString(CultureInfo.InvariantCulture), TestPhotos.Width.ToString(CultureInfo.InvariantCulture)), (after["ExifIFD:ExifImageWidth"], after["ExifIFD:ExifImageHeight"]));
        Assert.DoesNotContain(after.Keys, t => t.EndsWith(":Warning", StringComparison.Ordinal) || t.EndsWith(":Error", StringComparison.Ordinal));
        if (to is CopyFormat.Jpeg or CopyFormat.Tiff || !before.ContainsKey("IPTC:Headline")) return;
        // Where there is no place for IPTC's records they stand in XMP, by IPTC's own mapping as the reader knows it.
        var mapped = after.Where(t => t.Key.StartsWith("XMP-", StringComparison.Ordinal)).ToDictionary(t => t.Key[(t.Key.IndexOf(':', StringComparison.Ordinal) + 1)..], t => t.Value);
        Assert.Equal(("Wool, dyed", "Dyeham", "House", "Skeins drying", "CHE", "The dye-house", "2026:05:01"),
            (mapped["Headline"], mapped["City"], mapped["Source"], mapped["Description"], mapped["CountryCode"], mapped["Rights"], mapped["DateCreated"]));
    }

    [Theory]
    [InlineData("a.jpg", CopyFormat.Jpeg)]
    [InlineData("a.jpg", CopyFormat.Png)]
    [InlineData("a.tif", CopyFormat.Tiff)]
    [InlineData("a.jpg", CopyFormat.Webp)]
    [InlineData("a.tif", CopyFormat.Avif)]
    public void Without_the_place_no_tag_tells_it(string from, CopyFormat to)
    {
        var after = Tags(Save(Original(from), new CopySettings { Format = to, Metadata = MetadataScope.WithoutPlace }));
        Assert.DoesNotContain(after, t => t.Key.StartsWith("GPS:", StringComparison.Ordinal) || t.Key.Contains("GPSLatitude", StringComparison.Ordinal) || t.Value.Contains("Dyeham", StringComparison.Ordinal) || t.Value == "CHE");
        Assert.Equal("Vat & Sons", after["IFD0:Make"]);
    }

    [Fact]
    public void EXIF_with_the_greatest_byte_first_goes_over_too()
    {
        var original = TestPhotos.Write(folder, "a.jpg");
        tool.Run("-overwrite_original", "-all=", original);
        tool.Run(["-overwrite_original", "-ExifByteOrder=MM", .. Written, original]);
        Assert.Contains("MM", Tags(original)["File:ExifByteOrder"], StringComparison.Ordinal);
        var before = Tags(original);
        foreach (var format in (CopyFormat[])[CopyFormat.Jpeg, CopyFormat.Tiff, CopyFormat.Webp])
        {
            var after = Tags(Save(original, new CopySettings { Format = format }));
            foreach (var (tag, value) in before.Where(t => t.Key.StartsWith("ExifIFD:", StringComparison.Ordinal) && !MadeTrue.Contains(t.Key))) Assert.Equal((format, tag, value), (format, tag, after[tag]));
        }
    }

    [Fact]
    public void The_small_picture_inside_does_not_stay()
    {
        var small = TestPhotos.Write(folder, "small.jpg", TestPhotos.Image().Resize(0.5));
        var original = Original("a.jpg", $"-ThumbnailImage<={small}");
        Assert.Contains("IFD1:ThumbnailLength", Tags(original).Keys);
        foreach (var format in (CopyFormat[])[CopyFormat.Jpeg, CopyFormat.Png, CopyFormat.Tiff, CopyFormat.Webp, CopyFormat.Avif])
            Assert.DoesNotContain(Tags(Save(original, new CopySettings { Format = format })).Keys, t => t.StartsWith("IFD1:", StringComparison.Ordinal) || t.Contains("Thumbnail", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_filled_in_replaces_what_was_there_in_every_place()
    {
        foreach (var format in (CopyFormat[])[CopyFormat.Jpeg, CopyFormat.Png, CopyFormat.Tiff, CopyFormat.Webp, CopyFormat.Avif])
        {
            var after = Tags(Save(Original("a.jpg"), new CopySettings { Format = format, Copyright = "© Vat", Credit = "Ä. Woad" }));
            Assert.Equal(("© Vat", "Ä. Woad"), (after["IFD0:Copyright"], after["IFD0:Artist"]));
            Assert.DoesNotContain(after, t => t.Value.Contains("M. Weld", StringComparison.Ordinal) || t.Value == "The dye-house");
        }
    }

    [Fact]
    public void A_maker_note_stays_where_it_was_counted_from_the_start_of_its_block()
    {
        // A block whose maker note begins at 200 and points 40 bytes on, counted from the block's start.
        var note = new byte[80];
        note[0] = 240;
        byte[] exif = [.. "II*\0"u8, 8, 0, 0, 0, 1, 0, 0x69, 0x87, 4, 0, 1, 0, 0, 0, 26, 0, 0, 0, 0, 0, 0, 0, 1, 0, 0x7C, 0x92, 7, 0, 80, 0, 0, 0, 200, 0, 0, 0, 0, 0, 0, 0, .. new byte[200 - 44], .. note];
        var block = Codecs.Metadata.ExifReader.Read(exif)!;
        block.TellCopy(100, 100, true);
        var written = Codecs.Metadata.ExifWriter.Write(block);
        Assert.Equal(note, written[200..280]);
        Assert.Equal(200, Codecs.Metadata.ExifReader.Read(written)!.MakerNoteAt);
        Assert.True(Codecs.Metadata.ExifWriter.Write(block, 200).Length <= 200);
    }

    /// <summary>Longer than a segment: the independent reader puts the pieces together, and so do we.</summary>
    [Fact]
    public void XMP_longer_than_a_segment_of_JPEG_goes_over_in_pieces()
    {
        var words = string.Concat(Enumerable.Range(0, 40_000).Select(k => $"{k} "));
        File.WriteAllText(folder.File("words.txt"), words);
        var original = TestPhotos.Write(folder, "a.tif");
        tool.Run("-overwrite_original", $"-XMP-dc:Description<={folder.File("words.txt")}", "-XMP-dc:Title=Skeins", original);
        var jpeg = Save(original, new CopySettings());
        var after = Tags(jpeg);
        Assert.Equal((words.Trim(), "Skeins"), (after["XMP-dc:Description"].Trim(), after["XMP-dc:Title"]));
        Assert.DoesNotContain(after.Keys, t => t.EndsWith(":Warning", StringComparison.Ordinal));
        // And from there into another format.
        File.Move(jpeg, folder.File("long.jpg"));
        Assert.Equal(words.Trim(), Tags(Save(folder.File("long.jpg"), new CopySettings { Format = CopyFormat.Png }))["XMP-dc:Description"].Trim());
    }

    [Fact]
    public void Odd_blocks_are_no_EXIF_and_end_nothing()
    {
        foreach (var odd in (byte[][])[[], [1, 2, 3], [.. "II*\0"u8, 255, 255, 255, 255], [.. "Exif\0\0MM\0*"u8, 0, 0, 0, 8, 255, 255]]) Assert.Null(Codecs.Metadata.ExifReader.Read(odd));
        // A directory that leads to itself.
        byte[] circle = [.. "II*\0"u8, 8, 0, 0, 0, 1, 0, 0x69, 0x87, 4, 0, 1, 0, 0, 0, 8, 0, 0, 0, 0, 0, 0, 0];
        Assert.Empty(Codecs.Metadata.ExifReader.Read(circle)!.Main.Inner);
    }
}
