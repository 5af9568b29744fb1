using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Containers;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Storage.Tests;

/// <summary>What a file says of how its chroma is sampled.</summary>
public sealed class ChromaTests : IDisposable
{
    private readonly TempFolder folder = new();

    public ChromaTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    [Theory]
    [InlineData("a.jpg[Q=85,subsample_mode=on]", 2)]
    [InlineData("a.jpg[Q=85,subsample_mode=off]", 1)]
    [InlineData("a.png", 1)]
    public void A_file_tells_how_many_pixels_have_a_sample_together(string name, int side)
    {
        TestPhotos.Image().WriteToFile(folder.File(name));
        var path = folder.File(name.Split('[')[0]);
        Assert.Equal(new ChromaCells(side, side), new PhotoReader(new PhotoLimits()).Read(path).Pixels.Coding.Chroma);
        Assert.Equal(new ChromaCells(side, side), new PhotoReader(new PhotoLimits()).BeginPage(path, 0).Pixels.Coding.Chroma);
    }

    [Fact]
    public void Grey_pictures_have_none()
    {
        TestPhotos.Image().Colourspace(Enums.Interpretation.Bw).WriteToFile(folder.File("grey.jpg[subsample_mode=on]"));
        Assert.True(new PhotoReader(new PhotoLimits()).Read(folder.File("grey.jpg")).Pixels.Coding.Chroma.IsEach);
    }

    /// <summary>Frame headers as ITU-T T.81, B.2.2 has them: progressive, after another segment.</summary>
    [Theory]
    [InlineData(0x22, 0x11, 2, 2)]
    [InlineData(0x21, 0x11, 2, 1)]
    [InlineData(0x12, 0x11, 1, 2)]
    [InlineData(0x11, 0x11, 1, 1)]
    [InlineData(0x41, 0x11, 1, 1)]
    [InlineData(0x22, 0x22, 1, 1)]
    public void The_frame_header_is_read(int luma, int chroma, int across, int down)
    {
        byte[] file = [0xFF, 0xD8, 0xFF, 0xC4, 0, 3, 9, 0xFF, 0xDB, 0, 67, 1, .. Enumerable.Repeat((byte)20, 10), .. new byte[54], 0xFF, 0xC2, 0, 17, 8, 0, 80, 0, 120, 3, 1, (byte)luma, 1, 2, (byte)chroma, 0, 3, (byte)chroma, 0, 0xFF, 0xDA, 0, 2];
        var coding = JpegCoding.Read(new MemoryStream(file));
        Assert.Equal(new ChromaCells(across, down), coding.Chroma);
        Assert.Equal(0.6 * 20 / 255, coding.Noise, 1e-6);
        for (var length = 0; length < file.Length - 4; length++) Assert.Equal(FileCoding.Lossless, JpegCoding.Read(new MemoryStream(file, 0, length)));
    }

    /// <summary>Against what a file really lost, where there is something to lose: fine coloured lines.</summary>
    [Theory]
    [InlineData(60)]
    [InlineData(80)]
    [InlineData(92)]
    public void Its_noise_is_told_by_its_tables(int quality)
    {
        const int side = 160;
        var random = new Random(5);
        var rgb = new byte[3 * side * side];
        for (var i = 0; i < rgb.Length; i++) rgb[i] = (byte)(i / 3 % side * 7 / 40 % 2 == 0 ? 90 + 60 * (i / 3 / side / 11 % 2) : 160 + random.Next(6));
        var path = folder.File("lines.jpg");
        File.WriteAllBytes(path, SampleWriter.Jpeg(rgb, side, side, quality));
        var told = new PhotoReader(new PhotoLimits()).Read(path).Pixels.Coding.Noise * 255;
        var lost = Math.Sqrt(TestPhotos.Read(path).Zip(rgb, (a, b) => (double)(a - b) * (a - b)).Average());
        Assert.InRange(told / lost, 0.4, 2.5);
    }

    /// <summary>Cells of a picture of odd sides, numbered and turned as the library turns pictures.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    [InlineData(7)]
    [InlineData(8)]
    public void Turned_pictures_have_their_cells_turned(int orientation)
    {
        const int width = 7, height = 5;
        byte[] numbers = [.. Enumerable.Range(0, width * height).Select(i => (byte)(i % width / 2 + 10 * (i / width)))];
        using var stored = Image.NewFromMemory(numbers, width, height, 1, Enums.BandFormat.Uchar).Mutate(m => m.Set(GValue.GIntType, "orientation", orientation));
        using var upright = stored.Autorot();
        var turned = upright.WriteToMemory<byte>();
        var cells = new ChromaCells(2, 1).Upright(orientation, upright.Width, upright.Height);
        var named = new Dictionary<(int, int), byte>();
        for (var i = 0; i < turned.Length; i++)
        {
            var cell = ((i % upright.Width + cells.Left) / cells.Across, (i / upright.Width + cells.Top) / cells.Down);
            Assert.Equal(named.TryGetValue(cell, out var known) ? known : named[cell] = turned[i], turned[i]);
        }
        Assert.Equal(numbers.Distinct().Count(), named.Count);
    }
}
