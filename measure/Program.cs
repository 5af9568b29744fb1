using Yarnwheel.Measure;

// dotnet run -c Release --project measure -- greys
switch (args.FirstOrDefault())
{
    case "greys":
        GreysTable.Print();
        return 0;
    default:
        Console.Error.WriteLine("Usage: measure greys");
        return 2;
}
