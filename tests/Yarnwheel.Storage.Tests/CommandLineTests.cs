using System.Diagnostics;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

/// <summary>The yarnwheel command as it is called from a shell.</summary>
public sealed class CommandLineTests : IDisposable
{
    private const string Good = """{ "yarnwheel": 1, "areas": [ { "name": "A", "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.5, "y": 0.5 } ] } ] } } ] }""";
    private readonly TempFolder folder = new();

    public CommandLineTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    private (int Code, string Error, string Output) Run(params string[] args) => Run(null, args);

    private (int Code, string Error, string Output) Run(int? cores, string[] args, long? memory = null)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardError = true, RedirectStandardOutput = true, WorkingDirectory = folder.Path };
        start.ArgumentList.Add(Path.Combine(AppContext.BaseDirectory, "yarnwheel.dll"));
        foreach (var arg in args) start.ArgumentList.Add(arg);
        // The runtime takes this, in hexadecimal, for the number of processors, and with it the number of threads.
        if (cores is { } count) start.Environment["DOTNET_PROCESSOR_COUNT"] = count.ToString("x", System.Globalization.CultureInfo.InvariantCulture);
        // And this for the memory that it may use at most, bytes.
        if (memory is { } bytes) start.Environment["DOTNET_GCHeapHardLimit"] = bytes.ToString("x", System.Globalization.CultureInfo.InvariantCulture);
        using var process = Process.Start(start)!;
        var output = process.StandardOutput.ReadToEndAsync();
        var error = process.StandardError.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, error.Trim(), output.Result);
    }

    private void Recipe(string json) => File.WriteAllText(folder.File("r.json"), json);

    [Fact]
    public void Rendering_gives_the_pixels_of_the_engine()
    {
        var photo = TestPhotos.Write(folder, "a.png");
        Recipe(Good);
        Assert.Equal((0, ""), Run("render", "a.png", "--recipe", "r.json", "--out", "o.png") is var done ? (done.Code, done.Error) : default);
        var renderer = new PhotoRenderer(Pyramid.Build(new PhotoReader(new PhotoLimits()).Read(photo).Pixels));
        Assert.Equal(renderer.Frames.Draw(RecipeJson.Parse(Good), View.Whole(renderer.Photo), Show.Result), TestPhotos.Read(folder.File("o.png")));
    }

    [Fact]
    public void The_number_of_threads_changes_no_bit()
    {
        TestPhotos.Write(folder, "a.png");
        Recipe("""
            { "yarnwheel": 1, "light": { "contrast": 20 }, "grey": { "spokes": [ { "hue": 30, "lift": 60 }, { "hue": 200, "lift": -70 } ] },
              "areas": [ { "name": "A", "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.5, "y": 0.5 } ], "calm": 40 }, { "kind": "patch", "seeds": [ { "x": 0.2, "y": 0.3, "reach": 60 } ] } ] },
                           "edge": { "follow": 50, "fringe": 60, "feather": 3, "islands": 20 }, "treat": { "localContrast": 40, "haze": 20 } } ],
              "finish": { "sharpen": { "amount": 50 }, "vignette": { "amount": -30 } } }
            """);
        var pictures = ((int[])[1, 2, 8]).Select(cores =>
        {
            Assert.Equal(0, Run(cores, ["render", "a.png", "--recipe", "r.json", "--out", $"o{cores}.png"]).Code);
            return TestPhotos.Read(folder.File($"o{cores}.png"));
        }).ToList();
        Assert.Equal(pictures[0], pictures[1]);
        Assert.Equal(pictures[0], pictures[2]);
    }

    [Theory]
    [InlineData(100, "needs about")]
    [InlineData(340, "memory")]
    public void A_job_too_large_for_the_memory_is_refused_with_words(int megabytes, string words)
    {
        using var black = NetVips.Image.Black(5000, 4000, bands: 3).Copy(interpretation: NetVips.Enums.Interpretation.Srgb);
        TestPhotos.Write(folder, "large.png", black);
        Recipe("""{ "yarnwheel": 1, "areas": [ { "name": "A", "mask": { "parts": [ { "kind": "patch", "seeds": [ { "x": 0.5, "y": 0.5 } ] }, { "kind": "light", "from": 20 } ] }, "edge": { "follow": 50, "fringe": 50, "islands": 90 } } ] }""");
        var (code, error, _) = Run(null, ["render", "large.png", "--recipe", "r.json", "--out", "o.png"], megabytes * 1_000_000L);
        Assert.Equal(1, code);
        Assert.Contains(words, error);
        Assert.DoesNotContain("\n", error);
        Assert.False(File.Exists(folder.File("o.png")));
    }

    [Fact]
    public void Nothing_is_overwritten_without_force()
    {
        TestPhotos.Write(folder, "a.png");
        Recipe(Good);
        File.WriteAllText(folder.File("o.png"), "mine");
        var refused = Run("render", "a.png", "--recipe", "r.json", "--out", "o.png");
        Assert.Equal(2, refused.Code);
        Assert.Contains("--force", refused.Error);
        Assert.Equal("mine", File.ReadAllText(folder.File("o.png")));
        Assert.Equal(0, Run("render", "a.png", "--recipe", "r.json", "--out", "o.png", "--force").Code);
    }

    [Fact]
    public void The_photo_and_the_recipe_are_never_written_over()
    {
        var photo = TestPhotos.Write(folder, "a.png");
        var before = File.ReadAllBytes(photo);
        Recipe(Good);
        File.CreateSymbolicLink(folder.File("link.png"), photo);
        foreach (var output in (string[])["a.png", "./a.png", "link.png"])
        {
            var refused = Run("render", "a.png", "--recipe", "r.json", "--out", output, "--force");
            Assert.Equal(2, refused.Code);
            Assert.Contains("never written over", refused.Error);
        }
        Assert.Equal(2, Run("mask", "a.png", "--recipe", "r.json", "--area", "Reds", "--out", "a.png", "--force").Code);
        Assert.Equal(before, File.ReadAllBytes(photo));
    }

    [Fact]
    public void A_wrong_recipe_or_call_ends_with_2_and_one_line()
    {
        TestPhotos.Write(folder, "a.png");
        Recipe("""{ "yarnwheel": 1, "grey": { "spokes": [ { "hue": 400 } ] } }""");
        foreach (var refused in (List<(int Code, string Error, string Output)>)
        [
            Run("check", "r.json"),
            Run("render", "a.png", "--recipe", "r.json", "--out", "o.png"),
            Run("render", "a.png", "--recipe", "none.json", "--out", "o.png"),
            Run("render", "a.png"),
            Run("fly"),
        ])
        {
            Assert.Equal(2, refused.Code);
            Assert.Single(refused.Error.Split('\n'));
        }
        Assert.Contains("grey.spokes[0].hue", Run("check", "r.json").Error);
        Assert.False(File.Exists(folder.File("o.png")));
    }

    [Fact]
    public void A_photo_that_can_t_be_read_ends_with_1()
    {
        File.WriteAllText(folder.File("a.jpg"), "no picture");
        Recipe(Good);
        var failed = Run("render", "a.jpg", "--recipe", "r.json", "--out", "o.jpg");
        Assert.Equal(1, failed.Code);
        Assert.Contains("not a picture", failed.Error);
    }

    [Fact]
    public void A_mask_is_found_by_its_area_s_name()
    {
        TestPhotos.Write(folder, "a.png");
        Recipe(Good);
        Assert.Equal(0, Run("mask", "a.png", "--recipe", "r.json", "--area", "A", "--out", "m.png").Code);
        var wrong = Run("mask", "a.png", "--recipe", "r.json", "--area", "B", "--out", "n.png");
        Assert.Equal(2, wrong.Code);
        Assert.Contains("\"A\"", wrong.Error);
    }

    [Fact]
    public void A_good_recipe_is_checked_without_a_word()
    {
        Recipe(Good);
        Assert.Equal((0, "", ""), Run("check", "r.json"));
    }
}
