using System.CommandLine;
using Yarnwheel.Codecs.Saving;

namespace Yarnwheel.Cli;

/// <summary>yarnwheel mask PHOTO --recipe R.json --area NAME --out MASK.png</summary>
internal static class MaskCommand
{
    public static Command Create()
    {
        var photo = new Argument<string>("PHOTO") { Description = "The photo; it is only read. - for standard input." };
        var recipe = new Option<FileInfo>("--recipe") { Description = "The recipe, JSON.", Required = true };
        var area = new Option<string>("--area") { Description = "Name of the area.", Required = true };
        var output = new Option<string>("--out") { Description = "The mask: .png, 16-bit grey. - for standard output.", Required = true };
        var pictures = Inputs.Pictures();
        var page = Inputs.Page();
        var force = new Option<bool>("--force") { Description = "Replace the mask if it is there." };
        var command = new Command("mask", "Writes an area's mask at the size of the photo.") { photo, recipe, area, output, pictures, page, force };
        command.SetAction((parsed, cancel) => Task.Run(() =>
        {
            Run(parsed.GetValue(photo)!, parsed.GetValue(recipe)!, parsed.GetValue(area)!, parsed.GetValue(output)!, parsed.GetValue(pictures), parsed.GetValue(page), parsed.GetValue(force), cancel);
            return 0;
        }, cancel));
        return command;
    }

    private static void Run(string photo, FileInfo recipeFile, string area, string output, DirectoryInfo? pictures, int page, bool force, CancellationToken cancel)
    {
        if (!Streams.IsStandard(output) && !Path.GetExtension(output).Equals(".png", StringComparison.OrdinalIgnoreCase)) throw new CallException("--out ends in .png.");
        var recipe = Inputs.Recipe(recipeFile);
        var index = recipe.Areas.Select((a, i) => (a.Name, i)).Where(a => a.Name == area).Select(a => (int?)a.i).FirstOrDefault()
            ?? throw new CallException($"The recipe has no area \"{area}\"; it has: {string.Join(", ", recipe.Areas.Select(a => $"\"{a.Name}\""))}.");
        Inputs.CheckOutput(output, force, photo, recipeFile.FullName);
        using var incoming = Streams.Incoming(photo);
        var source = Inputs.Photo(incoming.Path, pictures ?? recipeFile.Directory, page, cancel);
        using var progress = new TerminalProgress(Path.GetFileName(output));
        Streams.Outgoing(output, ".png", path => PhotoWriter.SaveMask(path, source.Renderer, recipe, index, progress, cancel));
    }
}
