using System.CommandLine;
using System.Xml.Linq;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Cli;

/// <summary>yarnwheel check R.json</summary>
internal static class CheckCommand
{
    public static Command Create()
    {
        var recipe = new Argument<FileInfo>("RECIPE") { Description = "The recipe, JSON." };
        var command = new Command("check", "Checks a recipe; says nothing when it is good.") { recipe };
        command.SetAction(parsed =>
        {
            var faults = RecipeCheck.Faults(Inputs.Document(parsed.GetValue(recipe)!, "recipe"));
            return faults.Count == 0 ? 0 : throw new RecipeException(faults);
        });
        return command;
    }

    public static Command CreateSchema()
    {
        var look = new Option<bool>("--look") { Description = "That of looks instead." };
        var command = new Command("schema", "Prints the recipe's JSON Schema.") { look };
        command.SetAction(parsed =>
        {
            var documentation = XDocument.Load(Path.ChangeExtension(typeof(Recipe).Assembly.Location, ".xml"));
            Console.Write(parsed.GetValue(look) ? LookJson.Schema(documentation) : RecipeSchema.Write(documentation));
            return 0;
        });
        return command;
    }
}
