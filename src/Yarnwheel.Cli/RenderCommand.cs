using System.CommandLine;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Cli;

/// <summary>yarnwheel render PHOTO --recipe R.json --out OUT</summary>
internal static class RenderCommand
{
    public static Command Create()
    {
        var photo = new Argument<FileInfo>("PHOTO") { Description = "The photo; it is only read." };
        var recipe = new Option<FileInfo>("--recipe") { Description = "The recipe, JSON.", Required = true };
        var output = new Option<FileInfo>("--out") { Description = "The copy: .jpg, .png, .tif or .webp.", Required = true };
        var quality = new Option<int>("--quality") { Description = "Of JPEG and WebP, 1 to 100.", DefaultValueFactory = _ => 92 };
        var bits = new Option<int>("--bits") { Description = "A channel, 8 or 16 (PNG and TIFF).", DefaultValueFactory = _ => 8 };
        var pictures = Inputs.Pictures();
        var force = new Option<bool>("--force") { Description = "Replace the copy if it is there." };
        var command = new Command("render", "Renders a photo by a recipe at full size.") { photo, recipe, output, quality, bits, pictures, force };
        command.SetAction((parsed, cancel) => Task.Run(() =>
        {
            var settings = Settings(parsed.GetValue(output)!, parsed.GetValue(quality), parsed.GetValue(bits));
            Run(parsed.GetValue(photo)!, parsed.GetValue(recipe)!, parsed.GetValue(output)!, settings, parsed.GetValue(pictures), parsed.GetValue(force), cancel);
            return 0;
        }, cancel));
        return command;
    }

    private static CopySettings Settings(FileInfo output, int quality, int bits)
    {
        if (quality is < 1 or > 100) throw new CallException("--quality is a number from 1 to 100.");
        if (bits is not (8 or 16)) throw new CallException("--bits is 8 or 16.");
        var format = output.Extension.ToUpperInvariant() switch
        {
            ".JPG" or ".JPEG" => CopyFormat.Jpeg,
            ".PNG" => CopyFormat.Png,
            ".TIF" or ".TIFF" => CopyFormat.Tiff,
            ".WEBP" => CopyFormat.Webp,
            _ => throw new CallException("--out ends in .jpg, .png, .tif or .webp."),
        };
        if (bits == 16 && format is CopyFormat.Jpeg or CopyFormat.Webp)
            throw new CallException("--bits 16 needs a .png or .tif.");
        return new CopySettings { Format = format, Quality = quality, Bits = bits };
    }

    private static void Run(FileInfo photoFile, FileInfo recipeFile, FileInfo output, CopySettings settings, DirectoryInfo? pictures, bool force, CancellationToken cancel)
    {
        var recipe = Inputs.Recipe(recipeFile);
        Inputs.CheckOutput(output, force, photoFile, recipeFile);
        var (photo, renderer) = Inputs.Photo(photoFile, pictures ?? recipeFile.Directory!, cancel);
        PhotoWriter.SavePicture(output.FullName, renderer, recipe, photo, photoFile.FullName, settings, null, cancel);
    }
}
