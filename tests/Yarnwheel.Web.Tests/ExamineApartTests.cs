using System.Diagnostics;
using System.IO.Compression;
using System.IO.Hashing;
using System.Text;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Examining;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.Tests;

/// <summary>Unknown files read in a process of its own: what it may cost, and that it may die.</summary>
public sealed class ExamineApartTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("yarnwheel-apart-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private string Written(string name, byte[] content)
    {
        var path = Path.Combine(folder, name);
        File.WriteAllBytes(path, content);
        return path;
    }

    private string Good() => Written("good.png", FrameEncoder.Png(new byte[3 * 40 * 30], 40, 30));

    private static ApartExaminer Real(PhotoLimits limits) => new(limits, () => Examiners.Start(limits));

    /// <summary>A process that does what a shell line says instead.</summary>
    private static ApartExaminer Doing(string line, PhotoLimits limits) => new(limits, () => new ProcessStartInfo("/bin/sh", ["-c", line]));

    private static Task<UnreadablePhotoException> Refused(ApartExaminer examiner, string path) =>
        Assert.ThrowsAsync<UnreadablePhotoException>(() => examiner.ExamineAsync(path, 0, CancellationToken.None));

    [Fact]
    public async Task A_good_photo_is_told_and_after_a_bad_one_the_next_is_read_again()
    {
        using var examiner = Real(new PhotoLimits());
        var facts = await examiner.ExamineAsync(Good(), 0, CancellationToken.None);
        Assert.Equal((40, 30, 8, PhotoFormat.Png, 1), (facts.Width, facts.Height, facts.Bits, facts.Format, facts.Pages));
        var good = await File.ReadAllBytesAsync(Good());
        Assert.Contains("damaged", (await Refused(examiner, Written("half.png", good[..(good.Length - 30)]))).Message);
        Assert.Equal(40, (await examiner.ExamineAsync(Good(), 0, CancellationToken.None)).Width);
    }

    /// <summary>Sixty texts of 30 MB each, which a library would unpack all at once: 1.8 GB out of 1.8 MB.</summary>
    [Fact]
    public async Task Texts_that_unpack_to_more_than_they_may_are_refused_before_they_are_unpacked()
    {
        var text = new MemoryStream();
        await using (var deflate = new ZLibStream(text, CompressionLevel.Fastest, leaveOpen: true)) await deflate.WriteAsync(new byte[30_000_000]);
        var good = await File.ReadAllBytesAsync(Good());
        byte[] content = [.. "zTXtComment\0\0"u8, .. text.ToArray()];
        byte[] chunk = [.. Number((uint)content.Length - 4), .. content, .. Number(Crc32.HashToUInt32(content))];
        var file = Written("texts.png", [.. good[..33], .. Enumerable.Repeat(chunk, 60).SelectMany(c => c), .. good[33..]]);
        using var examiner = Real(new PhotoLimits());
        var watch = Stopwatch.StartNew();
        Assert.Contains("unpack to more than 64 MB", (await Refused(examiner, file)).Message);
        Assert.InRange(watch.Elapsed.TotalSeconds, 0, 30);

        static byte[] Number(uint value) => [(byte)(value >> 24), (byte)(value >> 16), (byte)(value >> 8), (byte)value];
    }

    [Fact]
    public async Task What_takes_more_memory_than_it_may_is_stopped()
    {
        // The shell's children are not counted: it must be the process itself.
        var id = Path.Combine(folder, "id");
        using var itself = Doing($"echo $$ > '{id}'; read line; exec python3 -c 'x = bytearray(2000000000); import time; time.sleep(600)'", new PhotoLimits { Memory = 100 });
        Assert.Contains("more memory", (await Refused(itself, Good())).Message);
        var process = $"/proc/{(await File.ReadAllTextAsync(id)).Trim()}";
        for (var k = 0; k < 200 && Directory.Exists(process); k++) await Task.Delay(50);
        Assert.False(Directory.Exists(process));
    }

    [Fact]
    public async Task What_takes_longer_than_it_may_is_stopped_and_so_is_what_nobody_waits_for()
    {
        using var slow = Doing("read line; exec sleep 60", new PhotoLimits { Seconds = 1 });
        Assert.Contains("too long", (await Refused(slow, Good())).Message);
        using var waiting = Doing("read line; exec sleep 60", new PhotoLimits());
        using var soon = new CancellationTokenSource(300);
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => waiting.ExamineAsync(Good(), 0, soon.Token));
    }

    [Fact]
    public async Task A_process_that_dies_of_a_file_takes_nothing_with_it()
    {
        using var dying = Doing("read line; kill -SEGV $$", new PhotoLimits());
        Assert.Contains("ended its reading", (await Refused(dying, Good())).Message);
    }

    [Fact]
    public async Task The_application_takes_photos_in_this_way()
    {
        using var app = new Application { Apart = true };
        Assert.True((await app.AddAsync(await File.ReadAllBytesAsync(Good()), "a.png")).IsSuccessStatusCode);
        var refused = await app.AddAsync(Encoding.ASCII.GetBytes("no picture"), "b.png");
        Assert.Equal(422, (int)refused.StatusCode);
    }
}
