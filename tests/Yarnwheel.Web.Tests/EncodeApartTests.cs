using System.Diagnostics;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.Tests;

/// <summary>AVIF encoded in a process of its own: the same file as here, gone when cancelled, and its failures told.</summary>
[Collection(nameof(EncodeApartTests))]
[CollectionDefinition(nameof(EncodeApartTests), DisableParallelization = true)]
public sealed class EncodeApartTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("yarnwheel-encode-").FullName;

    public void Dispose()
    {
        ApartEncoder.Start = null;
        Directory.Delete(folder, recursive: true);
    }

    private static IReadOnlyList<string> Given { get; set; } = [];

    private static ProcessStartInfo Real(IReadOnlyList<string> arguments) => OwnProcess.Start(["encode", .. arguments]);

    /// <summary>A process that does what a shell line says instead.</summary>
    private static Func<IReadOnlyList<string>, ProcessStartInfo> Doing(string line) => arguments =>
    {
        Given = arguments;
        return new ProcessStartInfo("/bin/sh", ["-c", line]);
    };

    private string Save(string name, CancellationToken cancel = default)
    {
        var original = Path.Combine(folder, "from.png");
        var rgb = new byte[3 * 200 * 150];
        for (var i = 0; i < rgb.Length; i++) rgb[i] = (byte)(i * 7 + i / 600 * 3);
        File.WriteAllBytes(original, FrameEncoder.Png(rgb, 200, 150));
        var photo = new PhotoReader(new PhotoLimits()).Read(original, CancellationToken.None);
        var path = Path.Combine(folder, name);
        PhotoWriter.SavePicture(path, new PhotoRenderer(Pyramid.Build(photo.Pixels)), new Recipe(), photo, original, new CopySettings { Format = CopyFormat.Avif, EmbedRecipe = true }, null, cancel);
        return path;
    }

    [Fact]
    public void The_file_is_the_same_as_without()
    {
        ApartEncoder.Start = null;
        var here = File.ReadAllBytes(Save("here.avif"));
        ApartEncoder.Start = Real;
        Assert.Equal(here, File.ReadAllBytes(Save("apart.avif")));
        Assert.Equal(["apart.avif", "from.png", "here.avif"], Directory.EnumerateFiles(folder).Select(Path.GetFileName).Order());
    }

    [Fact]
    public async Task Cancelled_it_ends_without_waiting_and_leaves_nothing()
    {
        ApartEncoder.Start = Doing("exec sleep 60");
        using var cancel = new CancellationTokenSource();
        var saving = Task.Run(() => Save("c.avif", cancel.Token));
        while (Given.Count == 0 || !File.Exists(Given[0])) await Task.Delay(10, TestContext.Current.CancellationToken);
        await Task.Delay(200, TestContext.Current.CancellationToken);
        var since = Stopwatch.StartNew();
        await cancel.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => saving);
        Assert.InRange(since.Elapsed.TotalSeconds, 0, 30);
        Assert.Equal(["from.png"], Directory.EnumerateFiles(folder).Select(Path.GetFileName));
    }

    [Fact]
    public void What_it_fails_of_is_told_and_a_full_disk_by_its_own_words()
    {
        ApartEncoder.Start = Doing("echo 'write error: No space left on device' >&2; exit 1");
        Assert.Contains("no room left", Assert.Throws<DiskFullException>(() => Save("full.avif")).Message);
        ApartEncoder.Start = Doing("kill -9 $$");
        Assert.Contains("could not be written", Assert.Throws<YarnwheelException>(() => Save("died.avif")).Message);
        using var error = new StringWriter();
        Assert.Equal(1, ApartEncoder.Run([Path.Combine(folder, "none.v"), Path.Combine(folder, "x.avif"), "80"], error));
        Assert.NotEmpty(error.ToString());
        Assert.Equal(["from.png"], Directory.EnumerateFiles(folder).Select(Path.GetFileName));
    }
}
