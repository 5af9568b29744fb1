using System.CommandLine;
using Yarnwheel.Cli;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;

var root = new RootCommand("Keeps chosen colours of a photo and turns the rest into a well-mixed monochrome.")
{
    RenderCommand.Create(), MaskCommand.Create(), BatchCommand.Create(), WorkCommand.Create(), CheckCommand.Create(), CheckCommand.CreateSchema(),
};
var parsed = root.Parse(args);
if (parsed.Errors.Count > 0)
{
    await Console.Error.WriteLineAsync($"yarnwheel: {string.Join(" ", parsed.Errors.Select(e => e.Message))} See yarnwheel --help.");
    return 2;
}
try
{
    return await parsed.InvokeAsync(new InvocationConfiguration { EnableDefaultExceptionHandler = false });
}
catch (RecipeException exception)
{
    // Whoever checks a recipe wants every fault; whoever renders wants one line.
    var lines = args[0] == "check" ? exception.Faults.Select(f => f.ToString()) : [exception.Message];
    foreach (var line in lines) await Console.Error.WriteLineAsync($"yarnwheel: the recipe: {line}");
    return 2;
}
catch (CallException exception)
{
    await Console.Error.WriteLineAsync($"yarnwheel: {exception.Message}");
    return 2;
}
catch (OperationCanceledException)
{
    await Console.Error.WriteLineAsync("yarnwheel: stopped; nothing was written.");
    return 1;
}
catch (OutOfMemoryException)
{
    await Console.Error.WriteLineAsync("yarnwheel: there is not enough memory for this photo and recipe; nothing was written.");
    return 1;
}
catch (Exception exception) when (exception is YarnwheelException or IOException or UnauthorizedAccessException)
{
    await Console.Error.WriteLineAsync($"yarnwheel: {exception.Message}");
    return 1;
}
