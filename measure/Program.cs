using System.CommandLine;
using Yarnwheel.Measure;

// dotnet run -c Release --project measure -- --help
var parsed = Commands.Root().Parse(args);
if (parsed.Errors.Count > 0)
{
    // An option that nobody knows must not be taken for something else.
    Console.Error.WriteLine($"measure: {string.Join(" ", parsed.Errors.Select(e => e.Message))} See measure --help.");
    return 2;
}
return parsed.Invoke(new InvocationConfiguration { EnableDefaultExceptionHandler = false });
