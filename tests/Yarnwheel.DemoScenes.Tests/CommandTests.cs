using System.Diagnostics;
using Yarnwheel.DemoScenes.Scenes;

namespace Yarnwheel.DemoScenes.Tests;

public sealed class CommandTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("demo-scenes").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private (int Code, string Output, string Error) Run(params string[] args)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardError = true, RedirectStandardOutput = true, WorkingDirectory = folder };
        start.ArgumentList.Add(Path.Combine(AppContext.BaseDirectory, "demo-scenes.dll"));
        foreach (var arg in args) start.ArgumentList.Add(arg);
        using var process = Process.Start(start)!;
        var error = process.StandardError.ReadToEndAsync();
        var output = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, output, error.Result);
    }

    [Fact]
    public void One_scene_is_written_with_all_that_belongs_to_it_and_again_the_same()
    {
        foreach (var into in (string[])["a", "b"])
        {
            var (code, output, error) = Run("hoop-wall", "--out", into, "--width", "60", "--samples", "2", "--colours");
            Assert.Equal((0, ""), (code, error));
            Assert.Contains("hoop-wall: 60 × 40, 2 samples a pixel", output, StringComparison.Ordinal);
        }
        string[] files =
        [
            "hoop-wall.jpg", "hoop-wall.json", "hoop-wall.madder-rings.colour.png", "hoop-wall.madder-rings.png", "hoop-wall.madder-rings.rest.png",
            "hoop-wall.teal-ring.colour.png", "hoop-wall.teal-ring.png", "hoop-wall.teal-ring.rest.png",
        ];
        Assert.Equal(files, Directory.GetFiles(Path.Combine(folder, "a")).Select(f => Path.GetFileName(f)).Order(StringComparer.Ordinal));
        foreach (var file in files) Assert.Equal(File.ReadAllBytes(Path.Combine(folder, "a", file)), File.ReadAllBytes(Path.Combine(folder, "b", file)));
    }

    [Theory]
    [InlineData("no-such-scene")]
    [InlineData("hoop-wall", "--width", "5")]
    [InlineData("hoop-wall", "--samples", "0")]
    [InlineData("hoop-wall", "--speed", "9")]
    [InlineData]
    public void A_call_that_makes_no_sense_says_why_and_writes_nothing(params string[] args)
    {
        var (code, _, error) = Run(args);
        Assert.NotEqual(0, code);
        Assert.NotEmpty(error);
        Assert.Empty(Directory.GetFileSystemEntries(folder));
    }

    [Fact]
    public void Help_names_every_scene()
    {
        var (code, output, _) = Run("--help");
        Assert.Equal(0, code);
        Assert.All(AllScenes.List, scene => Assert.Contains(scene.Name, output, StringComparison.Ordinal));
        Assert.Equal(8, AllScenes.List.Select(s => s.Name).Distinct().Count());
        Assert.Equal(8, AllScenes.List.Select(s => BuiltScene.Of(s.Name).Seed).Distinct().Count());
        Assert.Throws<ArgumentException>(() => AllScenes.Named("no-such-scene"));
    }
}
