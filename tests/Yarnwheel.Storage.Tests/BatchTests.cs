using System.Diagnostics;
using System.Text.Json.Nodes;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Looks;

namespace Yarnwheel.Storage.Tests;

/// <summary>Many photos by the command line, and standard input and output in place of files.</summary>
public sealed class BatchTests : IDisposable
{
    private readonly TempFolder folder = new();

    public BatchTests()
    {
        CodecLibrary.Prepare();
        foreach (var (name, bytes) in (List<(string, string)>)[("r.json", """{ "yarnwheel": 1, "areas": [ { "name": "A", "mask": { "parts": [ { "kind": "hue", "from": 200, "to": 320 } ] } } ] }"""), ("quiet.look.json", LookJson.Write(OwnLooks.All[0].Look))])
            File.WriteAllText(folder.File(name), bytes);
        Directory.CreateDirectory(folder.File("in/deep"));
        foreach (var photo in (string[])["in/b.png", "in/a.png", "in/deep/c.jpg"]) TestPhotos.Write(folder, photo);
    }

    public void Dispose() => folder.Dispose();

    private (int Code, string Error, byte[] Output) Run(byte[]? input, params string[] args)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardError = true, RedirectStandardOutput = true, RedirectStandardInput = true, WorkingDirectory = folder.Path };
        start.ArgumentList.Add(Path.Combine(AppContext.BaseDirectory, "yarnwheel.dll"));
        foreach (var arg in args) start.ArgumentList.Add(arg);
        using var process = Process.Start(start)!;
        var error = process.StandardError.ReadToEndAsync();
        using (var into = process.StandardInput.BaseStream) into.Write(input ?? []);
        using var memory = new MemoryStream();
        process.StandardOutput.BaseStream.CopyTo(memory);
        process.WaitForExit();
        return (process.ExitCode, error.Result.Trim(), memory.ToArray());
    }

    private IEnumerable<string> Out() => Directory.EnumerateFileSystemEntries(folder.File("out")).Select(f => Path.GetFileName(f)).Order(StringComparer.Ordinal);

    [Fact]
    public void A_pattern_s_photos_are_rendered_and_reported()
    {
        var (code, error, output) = Run(null, "batch", "in/**/*", "--recipe", "r.json", "--into", "out", "--name", "{number} {photo}", "--format", "png", "--report", "-", "--jobs", "3");
        Assert.Equal((0, ""), (code, error));
        Assert.Equal(["1 a.png", "2 b.png", "3 c.png"], Out());
        var lines = System.Text.Encoding.UTF8.GetString(output).Trim().Split('\n').Select(l => JsonNode.Parse(l)!).ToList();
        Assert.Equal(["in/a.png", "in/b.png", "in/deep/c.jpg"], lines.Select(l => (string)l["photo"]!).Order(StringComparer.Ordinal));
        Assert.All(lines, l => Assert.Equal("made", (string)l["state"]!));
    }

    [Fact]
    public void What_can_not_be_done_does_not_stop_the_rest_and_going_on_leaves_what_is_there()
    {
        File.WriteAllText(folder.File("in/junk.png"), "no picture");
        File.WriteAllLines(folder.File("list.txt"), ["in/a.png", "", "in/junk.png", "in/b.png", "in/a.png"]);
        string[] call = ["batch", "--list", "list.txt", "--look", "quiet.look.json", "--into", "out", "--name", "{photo} {take}"];
        var (code, error, _) = Run(null, call);
        Assert.Equal(1, code);
        Assert.Contains("in/junk.png: This is not a picture", error, StringComparison.Ordinal);
        Assert.Contains("1 of 3 could not be done.", error, StringComparison.Ordinal);
        Assert.Equal(["a quiet.jpg", "b quiet.jpg"], Out());
        File.Delete(folder.File("out/b quiet.jpg"));
        var before = File.GetLastWriteTimeUtc(folder.File("out/a quiet.jpg"));
        Assert.Equal(1, Run(null, [.. call, "--continue", "--report", "lines.json"]).Code);
        Assert.Equal(before, File.GetLastWriteTimeUtc(folder.File("out/a quiet.jpg")));
        Assert.Equal(["failed", "made", "there"], File.ReadAllLines(folder.File("lines.json")).Select(l => (string)JsonNode.Parse(l)!["state"]!).Order(StringComparer.Ordinal));
        // Without it, the old ones stay and the new ones are numbered.
        Run(null, "batch", "in/a.png", "--look", "quiet.look.json", "--into", "out", "--name", "{photo} {take}");
        Assert.Contains("a quiet 2.jpg", Out());
    }

    [Theory]
    [InlineData("needs a --recipe or a --look", "in/a.png", "--into", "out")]
    [InlineData("No file fits in/*.gif", "in/*.gif", "--recipe", "r.json", "--into", "out")]
    [InlineData("no photos", "--recipe", "r.json", "--into", "out")]
    [InlineData("{x} can’t be filled in", "in/a.png", "--recipe", "r.json", "--into", "out", "--name", "{x}")]
    [InlineData("--jobs is a number", "in/a.png", "--recipe", "r.json", "--into", "out", "--jobs", "0")]
    public void A_wrong_call_is_said_in_a_line(string words, params string[] args)
    {
        var (code, error, _) = Run(null, ["batch", .. args]);
        Assert.InRange(code, 1, 2);
        Assert.Contains(words, error, StringComparison.Ordinal);
        Assert.DoesNotContain('\n', error);
    }

    [Fact]
    public void A_photo_is_never_written_over()
    {
        var before = File.ReadAllBytes(folder.File("in/a.png"));
        var (code, error, _) = Run(null, "batch", "in/a.png", "--recipe", "r.json", "--into", "in", "--name", "{photo}", "--format", "png", "--clash", "replace");
        Assert.Equal(1, code);
        Assert.Contains("never written over", error, StringComparison.Ordinal);
        Assert.Equal(before, File.ReadAllBytes(folder.File("in/a.png")));
    }

    [Fact]
    public void Standard_input_and_output_stand_for_files()
    {
        Assert.Equal(0, Run(null, "render", "in/a.png", "--recipe", "r.json", "--out", "file.png").Code);
        var through = Run(File.ReadAllBytes(folder.File("in/a.png")), "render", "-", "--recipe", "r.json", "--out", "-", "--format", "png");
        Assert.Equal((0, ""), (through.Code, through.Error));
        Assert.Equal(File.ReadAllBytes(folder.File("file.png")), through.Output);
        Assert.Equal(0, Run(null, "mask", "in/a.png", "--recipe", "r.json", "--area", "A", "--out", "mask.png").Code);
        Assert.Equal(File.ReadAllBytes(folder.File("mask.png")), Run(File.ReadAllBytes(folder.File("in/a.png")), "mask", "-", "--recipe", "r.json", "--area", "A", "--out", "-").Output);
    }

    [Fact]
    public void A_data_folder_that_is_none_is_no_place_to_work()
    {
        var (code, error, _) = Run(null, "work", "--jobs", "Host=nowhere", "--data", folder.Path);
        Assert.Equal(2, code);
        Assert.Contains("is no data folder", error, StringComparison.Ordinal);
    }
}
