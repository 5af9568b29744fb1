using System.CommandLine;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Naming;
using Yarnwheel.Orders.Queue;

namespace Yarnwheel.Cli;

/// <summary>yarnwheel batch PHOTO... --recipe R.json --into DIR</summary>
internal static class BatchCommand
{
    public static Command Create()
    {
        var photos = new Argument<string[]>("PHOTO") { Description = "Photos, or patterns of them such as 'in/**/*.jpg'.", Arity = ArgumentArity.ZeroOrMore };
        var list = new Option<FileInfo?>("--list") { Description = "A file with a photo on each line; - for standard input." };
        var recipe = new Option<FileInfo?>("--recipe") { Description = "The recipe for each, JSON." };
        var look = new Option<FileInfo?>("--look") { Description = "A look that is laid on each, JSON; on the recipe, where there is one." };
        var strength = new Option<double>("--strength") { Description = "Of the look, 0 to 100.", DefaultValueFactory = _ => 100 };
        var into = new Option<DirectoryInfo>("--into") { Description = "The folder that copies go to; made where it is missing.", Required = true };
        var name = new Option<string>("--name") { Description = "Their names: text with {photo}, {take} (the recipe's or look's name), {number} and {date}.", DefaultValueFactory = _ => NamePattern.Usual };
        var clash = new Option<NameClash>("--clash") { Description = "What becomes of a name that is taken: number, skip or replace.", DefaultValueFactory = _ => NameClash.Number };
        var format = new Option<CopyFormat>("--format") { Description = "jpeg, png, tiff, webp, avif or layers.", DefaultValueFactory = _ => CopyFormat.Jpeg };
        var masks = new Option<bool>("--masks") { Description = "Write the masks of all areas, 16-bit PNG, instead of the picture." };
        var jobs = new Option<int>("--jobs") { Description = "How many at once.", DefaultValueFactory = _ => OrderServices.UsualWorkers };
        var goesOn = new Option<bool>("--continue") { Description = "Go on where an earlier run stopped: copies that are there are taken as made." };
        var report = new Option<string?>("--report") { Description = "A file that gets a line of JSON for each picture; - for standard output." };
        var pictures = Inputs.Pictures();
        var command = new Command("batch", "Renders many photos by one recipe or look.") { photos, list, recipe, look, strength, into, name, clash, format, masks, jobs, goesOn, report, pictures };
        var options = new CopyOptions();
        options.AddTo(command);
        command.SetAction((parsed, cancel) => Task.Run(() =>
        {
            var (recipeFile, lookFile) = (parsed.GetValue(recipe), parsed.GetValue(look));
            if (recipeFile is null && lookFile is null) throw new CallException("A batch needs a --recipe or a --look.");
            if (parsed.GetValue(jobs) is var count && count is < 1 or > 64) throw new CallException("--jobs is a number from 1 to 64.");
            var isMasks = parsed.GetValue(masks);
            var order = new Order
            {
                Id = "",
                Title = "",
                CreatedAt = default,
                Kind = isMasks ? OrderKind.AllMasks : OrderKind.Picture,
                Settings = options.Read(parsed, isMasks ? CopyFormat.Png : parsed.GetValue(format)),
                RecipeBeside = options.IsRecipeBeside(parsed),
                Pictures = [],
            };
            var batch = new Batch
            {
                Order = order,
                Photos = PhotoList.Of(parsed.GetValue(photos) ?? [], parsed.GetValue(list)),
                Recipe = recipeFile is null ? new Recipe() : Inputs.Recipe(recipeFile),
                Look = lookFile is null ? null : Inputs.Look(lookFile),
                Wish = new LookWish(LookPieces.All, parsed.GetValue(strength), Instead: true),
                Take = Path.GetFileName((lookFile ?? recipeFile)!.Name).Split('.')[0],
                Into = parsed.GetValue(into)!,
                Pattern = NamePattern.Parse(parsed.GetValue(name)),
                Clash = parsed.GetValue(goesOn) ? NameClash.Skip : parsed.GetValue(clash),
                Pictures = parsed.GetValue(pictures) ?? recipeFile?.Directory,
            };
            return batch.Run(count, parsed.GetValue(report), cancel);
        }, cancel));
        return command;
    }
}
