using System.CommandLine;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Making;

namespace Yarnwheel.Cli;

/// <summary>yarnwheel render PHOTO --recipe R.json --out OUT</summary>
internal static class RenderCommand
{
    public static Command Create()
    {
        var photo = new Argument<string>("PHOTO") { Description = "The photo; it is only read. - for standard input." };
        var recipe = new Option<FileInfo>("--recipe") { Description = "The recipe, JSON.", Required = true };
        var output = new Option<string>("--out") { Description = "The copy: .jpg, .png, .tif, .webp, .avif or .ora (layers). - for standard output.", Required = true };
        var format = new Option<CopyFormat?>("--format") { Description = "Of what goes to standard output: jpeg, png, tiff, webp, avif or layers." };
        var pictures = Inputs.Pictures();
        var page = Inputs.Page();
        var force = new Option<bool>("--force") { Description = "Replace the copy if it is there." };
        var command = new Command("render", "Renders a photo by a recipe.") { photo, recipe, output, format, pictures, page, force };
        var options = new CopyOptions();
        options.AddTo(command);
        command.SetAction((parsed, cancel) => Task.Run(() =>
        {
            var to = parsed.GetValue(output)!;
            var kind = Streams.IsStandard(to) ? parsed.GetValue(format) ?? CopyFormat.Jpeg
                : CopyOptions.FormatOf(Path.GetExtension(to)) ?? throw new CallException("--out ends in .jpg, .png, .tif, .webp, .avif or .ora.");
            var order = new Order { Id = "", Title = "", CreatedAt = default, Settings = options.Read(parsed, kind), RecipeBeside = options.IsRecipeBeside(parsed) && !Streams.IsStandard(to), Pictures = [] };
            Run(parsed.GetValue(photo)!, parsed.GetValue(recipe)!, to, order, parsed.GetValue(pictures), parsed.GetValue(page), parsed.GetValue(force), cancel);
            return 0;
        }, cancel));
        return command;
    }

    private static void Run(string photo, FileInfo recipeFile, string output, Order order, DirectoryInfo? pictures, int page, bool force, CancellationToken cancel)
    {
        var recipe = Inputs.Recipe(recipeFile);
        Inputs.CheckOutput(output, force, photo, recipeFile.FullName);
        using var incoming = Streams.Incoming(photo);
        var source = Inputs.Photo(incoming.Path, pictures ?? recipeFile.Directory, page, cancel);
        using var progress = new TerminalProgress(Path.GetFileName(output));
        Streams.Outgoing(output, order.Settings.Extension, path => CopyMaking.Make(order, source, recipe, path, progress, cancel));
    }
}
