using System.CommandLine;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Cli;

/// <summary>yarnwheel mask PHOTO --recipe R.json --area NAME --out MASK.png</summary>
internal static class MaskCommand
{
    public static Command Create()
    {
        var photo = new Argument<FileInfo>("PHOTO") { Description = "The photo; it is only read." };
        var recipe = new Option<FileInfo>("--recipe") { Description = "The recipe, JSON.", Required = true };
        var area = new Option<string>("--area") { Description = "Name of the area.", Required = true };
        var output = new Option<FileInfo>("--out") { Description = "The mask: .png, 16-bit grey.", Required = true };
        var pictures = Inputs.Pictures();
        var force = new Option<bool>("--force") { Description = "Replace the mask if it is there." };
        var command = new Command("mask", "Writes an area's mask at the size of the photo.") { photo, recipe, area, output, pictures, force };
        command.SetAction((parsed, cancel) => Task.Run(() =>
        {
            Run(parsed.GetValue(photo)!, parsed.GetValue(recipe)!, parsed.GetValue(area)!, parsed.GetValue(output)!, parsed.GetValue(pictures), parsed.GetValue(force), cancel);
            return 0;
        }, cancel));
        return command;
    }

    private static void Run(FileInfo photoFile, FileInfo recipeFile, string area, FileInfo output, DirectoryInfo? pictures, bool force, CancellationToken cancel)
    {
        if (!output.Extension.Equals(".png", StringComparison.OrdinalIgnoreCase)) throw new CallException("--out ends in .png.");
        var recipe = Inputs.Recipe(recipeFile);
        var index = recipe.Areas.Select((a, i) => (a.Name, i)).Where(a => a.Name == area).Select(a => (int?)a.i).FirstOrDefault()
            ?? throw new CallException($"The recipe has no area \"{area}\"; it has: {string.Join(", ", recipe.Areas.Select(a => $"\"{a.Name}\""))}.");
        Inputs.CheckOutput(output, force, photoFile, recipeFile);
        var (_, renderer) = Inputs.Photo(photoFile, pictures ?? recipeFile.Directory!, cancel);
        PhotoWriter.SaveMask(output.FullName, renderer, recipe, index, null, cancel);
    }
}
