using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Storage.Tests;

/// <summary>Photos that are looked at while their files are still being read.</summary>
public sealed class ComingPixelsTests : IDisposable
{
    private const int Width = 700, Height = 900;
    private readonly TempFolder folder = new();
    private readonly PhotoReader reader = new(new PhotoLimits());

    public ComingPixelsTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    [Theory]
    [InlineData("a.jpg", 8)]
    [InlineData("a.png", 8)]
    [InlineData("a.png", 16)]
    [InlineData("a.tif", 16)]
    [InlineData("a.webp", 8)]
    public void Rows_in_any_order_are_those_of_the_photo_read_as_a_whole(string name, int bits)
    {
        var path = Written(name, bits);
        var whole = reader.Read(path, TestContext.Current.CancellationToken);
        var coming = reader.BeginPage(path, 0, TestContext.Current.CancellationToken);
        Assert.Equal((whole.Bits, whole.Format, whole.Profile), (coming.Bits, coming.Format, coming.Profile));
        foreach (var y in (int[])[400, 0, Height - 1, 17, 401]) Assert.Equal(Row(whole.Pixels, y), Row(coming.Pixels, y));
        Parallel.For(0, Height, y => Assert.Equal(Row(whole.Pixels, y), Row(coming.Pixels, y)));
    }

    [Theory]
    [InlineData("a.jpg")]
    [InlineData("a.png")]
    public void What_is_damaged_is_met_by_whoever_looks_at_it(string name)
    {
        var path = Written(name, 8);
        var bytes = File.ReadAllBytes(path);
        File.WriteAllBytes(path, bytes[..(bytes.Length / 2)]);
        var coming = reader.BeginPage(path, 0, TestContext.Current.CancellationToken);
        Assert.Contains("damaged", Assert.Throws<UnreadablePhotoException>(() => Row(coming.Pixels, Height - 1)).Message, StringComparison.Ordinal);
        // Again and again, not for the first one alone.
        Assert.Throws<UnreadablePhotoException>(() => Row(coming.Pixels, Height - 1));
    }

    [Fact]
    public void Whoever_waits_for_a_photo_that_is_not_read_any_more_is_told_so()
    {
        using var cancel = new CancellationTokenSource();
        cancel.Cancel();
        var path = Written("a.png", 16);
        Assert.ThrowsAny<OperationCanceledException>(() => Row(reader.BeginPage(path, 0, cancel.Token).Pixels, Height - 1));
    }

    private string Written(string name, int bits)
    {
        using var noise = Image.Gaussnoise(Width, Height, sigma: 40, mean: 128, seed: 1);
        using var colours = noise.Bandjoin(noise.Rot(Enums.Angle.D180), 255 - noise);
        using var picture = bits == 8 ? colours.Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb) : (colours * 257).Cast(Enums.BandFormat.Ushort).Copy(interpretation: Enums.Interpretation.Rgb16);
        picture.WriteToFile(folder.File(name));
        return folder.File(name);
    }

    private static float[] Row(PhotoPixels pixels, int y)
    {
        var row = new float[3 * Width];
        pixels.Read(0, y, row.AsSpan(0, Width), row.AsSpan(Width, Width), row.AsSpan(2 * Width, Width));
        return row;
    }
}
