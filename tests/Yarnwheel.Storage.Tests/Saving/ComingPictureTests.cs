using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;

namespace Yarnwheel.Storage.Tests.Saving;

/// <summary>Pictures that are written while they are drawn.</summary>
public sealed class ComingPictureTests
{
    private const int Width = 1237, Height = 311;

    public ComingPictureTests() => CodecLibrary.Prepare();

    [Fact]
    public void Bytes_that_come_in_any_order_are_read_as_they_are() => Assert.Equal(Samples<byte>(v => (byte)v), Read(Samples<byte>(v => (byte)v)));

    [Fact]
    public void Words_come_through_the_stream_s_other_order_of_bytes() => Assert.Equal(Samples<ushort>(v => (ushort)v), Read(Samples<ushort>(v => (ushort)v)));

    [Fact]
    public void It_is_a_colour_picture_of_as_many_bits()
    {
        using var bytes = new ComingPicture<byte>(new byte[12], 2, 2);
        using var small = bytes.Picture();
        using var words = new ComingPicture<ushort>(new ushort[12], 2, 2);
        using var large = words.Picture();
        Assert.Equal((2, 2, 3, Enums.BandFormat.Uchar, Enums.Interpretation.Srgb), (small.Width, small.Height, small.Bands, small.Format, small.Interpretation));
        Assert.Equal((2, 2, 3, Enums.BandFormat.Ushort, Enums.Interpretation.Rgb16), (large.Width, large.Height, large.Bands, large.Format, large.Interpretation));
        bytes.GiveUp();
        words.GiveUp();
    }

    [Fact]
    public void Whoever_waits_for_rows_that_will_not_come_ends_with_an_error()
    {
        using var coming = new ComingPicture<byte>(new byte[3 * Width * Height], Width, Height);
        for (var y = 0; y < 20; y++) coming.Came(y);
        var failure = Assert.Throws<VipsException>(() => Meanwhile.Do(
            _ => throw new VipsException("drawing"), coming.GiveUp,
            _ =>
            {
                using var picture = coming.Picture();
                picture.WriteToMemory<byte>();
            },
            TestContext.Current.CancellationToken));
        Assert.Contains("drawing", failure.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void What_fails_to_be_taken_ends_the_making()
    {
        var failure = Assert.Throws<IOException>(() => Meanwhile.Do(
            stop =>
            {
                stop.WaitHandle.WaitOne();
                stop.ThrowIfCancellationRequested();
            },
            () => { }, _ => throw new IOException("full"), TestContext.Current.CancellationToken));
        Assert.Equal("full", failure.Message);
    }

    private static T[] Samples<T>(Func<int, T> of) => [.. Enumerable.Range(0, 3 * Width * Height).Select(i => of(i * 7919 % 65521))];

    /// <summary>Reads a picture whose rows come from three threads, the first of them last.</summary>
    private static T[] Read<T>(T[] samples) where T : unmanaged
    {
        using var coming = new ComingPicture<T>(samples, Width, Height);
        T[] read = [];
        Meanwhile.Do(
            _ => Parallel.For(0, 3, k =>
            {
                for (var y = Height - 1 - k; y >= 0; y -= 3) coming.Came(y);
            }),
            coming.GiveUp,
            _ =>
            {
                using var picture = coming.Picture();
                read = picture.WriteToMemory<T>();
            },
            TestContext.Current.CancellationToken);
        return read;
    }
}
