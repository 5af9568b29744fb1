using System.CommandLine;
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
        var command = new Command("schema", "Prints the recipe's JSON Schema.");
        command.SetAction(_ =>
        {
            Console.Write(RecipeSchema.Write());
            return 0;
        });
        return command;
    }
}
