using System.IO.Compression;
using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

/// <summary>What is transparent in a photo: kept where the format can, white in linear light where it can't.</summary>
public sealed class TransparencyTests : IDisposable
{
    private static readonly Recipe Neutral = new() { Ground = new Ground { Colour = 100 } };
    private readonly TempFolder folder = new();

    public TransparencyTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    /// <summary>Coverage rising from left to right, nothing in the first column, all in the last ten.</summary>
    private static byte[] Coverage() => [.. Enumerable.Range(0, TestPhotos.Width * TestPhotos.Height).Select(i => (byte)Math.Min(255, i % TestPhotos.Width * 255 / (TestPhotos.Width - 10)))];

    private DecodedPhoto Photo()
    {
        using var coverage = Image.NewFromMemory(Coverage(), TestPhotos.Width, TestPhotos.Height, 1, Enums.BandFormat.Uchar);
        using var both = TestPhotos.Image().Bandjoin(coverage).Copy(interpretation: Enums.Interpretation.Srgb);
        return new PhotoReader(new PhotoLimits()).Read(TestPhotos.Write(folder, "clear.png", both));
    }

    private Image Saved(CopySettings settings)
    {
        var photo = Photo();
        var path = folder.File("copy" + settings.Extension);
        PhotoWriter.SavePicture(path, new PhotoRenderer(photo.Pyramid()), Neutral, photo, null, settings);
        return Image.NewFromFile(path);
    }

    [Theory]
    [InlineData(CopyFormat.Png, 8, 0)]
    [InlineData(CopyFormat.Png, 16, 0)]
    [InlineData(CopyFormat.Tiff, 8, 0)]
    [InlineData(CopyFormat.Tiff, 16, 0)]
    [InlineData(CopyFormat.Webp, 8, 0)]
    [InlineData(CopyFormat.Avif, 8, 3)]
    public void It_is_kept_where_the_format_can(CopyFormat format, int bits, int tolerance)
    {
        using var copy = Saved(new CopySettings { Format = format, Bits = bits, Quality = 100 });
        Assert.Equal(4, copy.Bands);
        using var last = bits == 16 ? (copy / 257).Cast(Enums.BandFormat.Uchar) : copy.Copy();
        var values = last.WriteToMemory<byte>();
        var (wanted, colours) = (Coverage(), TestPhotos.Pixels());
        for (var i = 0; i < wanted.Length; i++)
        {
            Assert.InRange(Math.Abs(values[4 * i + 3] - wanted[i]), 0, tolerance);
            if (format is CopyFormat.Png or CopyFormat.Tiff && wanted[i] > 0) Assert.Equal(colours.AsSpan(3 * i, 3), values.AsSpan(4 * i, 3));
        }
    }

    [Fact]
    public void Where_it_can_t_it_is_white_in_linear_light()
    {
        using var copy = Saved(new CopySettings { Format = CopyFormat.Jpeg, Quality = 100 });
        Assert.Equal(3, copy.Bands);
        var values = copy.WriteToMemory<byte>();
        var (coverage, colours) = (Coverage(), TestPhotos.Pixels());
        for (var i = 0; i < coverage.Length; i += 7)
        {
            var share = coverage[i] / 255.0;
            for (var c = 0; c < 3; c++) Assert.InRange(values[3 * i + c] - 255 * Srgb.Encode(1 - share + share * Srgb.Decode(colours[3 * i + c])), -6, 6);
        }
    }

    /// <summary>What can't be seen must not bleed into what can when a copy is made smaller.</summary>
    [Fact]
    public void A_smaller_copy_keeps_its_colours_up_to_the_edge()
    {
        var half = Enumerable.Range(0, TestPhotos.Width * TestPhotos.Height).Select(i => (byte)(i % TestPhotos.Width < 61 ? 0 : 255)).ToArray();
        using var coverage = Image.NewFromMemory(half, TestPhotos.Width, TestPhotos.Height, 1, Enums.BandFormat.Uchar);
        using var red = (Image.Black(TestPhotos.Width, TestPhotos.Height, bands: 3) + new double[] { 200, 30, 30 }).Cast(Enums.BandFormat.Uchar).Bandjoin(coverage).Copy(interpretation: Enums.Interpretation.Srgb);
        var photo = new PhotoReader(new PhotoLimits()).Read(TestPhotos.Write(folder, "half.png", red));
        PhotoWriter.SavePicture(folder.File("small.png"), new PhotoRenderer(photo.Pyramid()), Neutral, photo, null, new CopySettings { Format = CopyFormat.Png, Size = new CopySize(30), Sharpness = OutputSharpness.Light });
        using var small = Image.NewFromFile(folder.File("small.png"));
        var values = small.WriteToMemory<byte>();
        var mixed = 0;
        for (var i = 0; i < values.Length; i += 4)
        {
            if (values[i + 3] is > 0 and < 255) mixed++;
            if (values[i + 3] > 8) Assert.InRange(values[i + 1], 26, 34);
        }
        Assert.NotEqual(0, mixed);
    }

    [Fact]
    public void Layers_are_seen_only_where_the_photo_is()
    {
        var photo = Photo();
        var recipe = new Recipe { Areas = [new Area { Name = "All", Mask = new Mask { Parts = [new LightPart { From = 0, To = 100 }] } }] };
        LayeredWriter.Save(folder.File("a.ora"), new PhotoRenderer(photo.Pyramid()), recipe);
        using var zip = ZipFile.OpenRead(folder.File("a.ora"));
        using var reader = new StreamReader(zip.GetEntry("stack.xml")!.Open());
        Assert.Contains("svg:src-atop", reader.ReadToEnd(), StringComparison.Ordinal);
        using var stream = zip.GetEntry("data/ground.png")!.Open();
        using var memory = new MemoryStream();
        stream.CopyTo(memory);
        using var ground = Image.NewFromBuffer(memory.ToArray());
        using var last = ground.ExtractBand(3);
        Assert.Equal(Coverage(), last.WriteToMemory<byte>());
    }

    [Fact]
    public void A_picture_that_covers_all_is_none()
    {
        using var covered = TestPhotos.Image().Bandjoin(255).Copy(interpretation: Enums.Interpretation.Srgb);
        Assert.Null(new PhotoReader(new PhotoLimits()).Read(TestPhotos.Write(folder, "covered.png", covered)).Coverage);
    }
}
