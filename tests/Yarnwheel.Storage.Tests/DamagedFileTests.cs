using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Faults;

namespace Yarnwheel.Storage.Tests;

/// <summary>Files of every kind, damaged by a seed: each is read, or refused with words.</summary>
public sealed class DamagedFileTests : IDisposable
{
    /// <summary>Of each kind; more by hand (docs/safety.md).</summary>
    private static readonly int Count = int.TryParse(Environment.GetEnvironmentVariable("YARNWHEEL_FAULTS"), out var wished) ? wished : 50;

    private readonly TempFolder folder = new();

    public DamagedFileTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    public static TheoryData<string, int> Kinds()
    {
        var data = new TheoryData<string, int>();
        foreach (var kind in (string[])["a.jpg", "a.png", "deep.png", "a.tif", "deep.tif", "tiles.tif", "grey.tif", "clear.tif", "a.webp", "a.avif"]) data.Add(kind, Count);
        return data;
    }

    private byte[] Good(string kind)
    {
        using var image = TestPhotos.Image();
        var path = folder.File(kind);
        switch (kind)
        {
            case "deep.png" or "deep.tif":
                using (var deep = (image.Cast(Enums.BandFormat.Ushort) * 257).Cast(Enums.BandFormat.Ushort).Copy(interpretation: Enums.Interpretation.Rgb16)) deep.WriteToFile(path);
                break;
            case "tiles.tif":
                image.Tiffsave(path, tile: true, tileWidth: 32, tileHeight: 32, compression: Enums.ForeignTiffCompression.Lzw);
                break;
            case "grey.tif":
                using (var grey = image.Colourspace(Enums.Interpretation.Bw)) grey.Tiffsave(path);
                break;
            case "clear.tif":
                using (var clear = image.Bandjoin(90).Copy(interpretation: Enums.Interpretation.Srgb)) clear.Tiffsave(path);
                break;
            default:
                image.WriteToFile(path);
                break;
        }
        return File.ReadAllBytes(path);
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_damaged_file_is_read_or_refused_with_words(string kind, int count)
    {
        var good = Good(kind);
        var dice = new Random(kind.Length * 1000 + kind[0]);
        var read = 0;
        for (var k = 0; k < count; k++)
        {
            var bytes = Damage.Of(good, dice);
            var path = folder.File($"{k}-{kind}");
            File.WriteAllBytes(path, bytes);
            try
            {
                var photo = new PhotoReader(new PhotoLimits { Megapixels = 20, Memory = 500 }).Read(path);
                Assert.True(photo.Pixels.Width > 0);
                read++;
            }
            catch (UnreadablePhotoException refused)
            {
                Assert.InRange(refused.Message.Length, 20, 300);
            }
            File.Delete(path);
        }
        Assert.InRange(read, 0, count);
    }
}
