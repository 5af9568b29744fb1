using Yarnwheel.Measure;
using Yarnwheel.Measure.Speed;

// dotnet run -c Release --project measure -- greys | kernels | all
switch (args.FirstOrDefault())
{
    case "greys":
        GreysTable.Print();
        return 0;
    case "all":
        SpeedTable.Print();
        return 0;
    case "kernels":
        KernelTable.Print();
        return 0;
    case "pieces":
        using (var m = new Material()) KernelTable.Pieces(m);
        return 0;
    default:
        Console.Error.WriteLine("Usage: measure greys | kernels | all");
        return 2;
}
