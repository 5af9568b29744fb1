using System.CommandLine;
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
            Inputs.Recipe(parsed.GetValue(recipe)!);
            return 0;
        });
        return command;
    }

    public static Command CreateSchema()
    {
        var look = new Option<bool>("--look") { Description = "That of looks instead." };
        var command = new Command("schema", "Prints the recipe's JSON Schema.") { look };
        command.SetAction(parsed =>
        {
            Console.Write(parsed.GetValue(look) ? LookJson.Schema() : RecipeSchema.Write());
            return 0;
        });
        return command;
    }
}
