using System.Globalization;
using Yarnwheel.Measure;
using Yarnwheel.Measure.Quality;
using Yarnwheel.Measure.Speed;

// dotnet run -c Release --project measure -- greys | edges | cling | subjects | cuts | kernels | masks | all
switch (args.FirstOrDefault())
{
    case "greys":
        GreysTable.Print();
        return 0;
    case "edges":
        EdgeQualityTable.Print(traced: !args.Contains("--drawn"));
        return 0;
    case "cling":
        ClingTable.Print(args.Contains("--search"));
        return 0;
    case "subjects":
        SubjectTable.Print(args.Contains("--box"), args.ElementAtOrDefault(1) is { } only && only != "all" ? only : null, args.ElementAtOrDefault(2));
        return 0;
    case "all":
        SpeedTable.Print();
        return 0;
    // Photos of so many megapixels, for the browser's measurements.
    case "photos" when args.Length > 2:
        using (var material = new Material())
        {
            foreach (var (into, number) in args[2..].Select((a, i) => (a, i)))
            {
                File.Copy(material.Jpeg(int.Parse(args[1], CultureInfo.InvariantCulture)), into, overwrite: true);
                // A comment after the end of the picture makes each another file.
                File.AppendAllText(into, $"{number}");
            }
        }
        return 0;
    case "masks":
        using (var material = new Material())
        {
            var renderer = material.Renderer(24);
            foreach (var row in PatchTable.Rows(renderer).Concat(EdgeTable.Rows(renderer))) Console.WriteLine(row);
        }
        return 0;
    case "cuts":
        using (var material = new Material())
        {
            foreach (var row in SubjectRows.Rows(material.Renderer(24))) Console.WriteLine(row);
        }
        return 0;
    case "kernels":
        KernelTable.Print();
        return 0;
    // Processes of their own, for what "all" measures apart.
    case "width":
        using (var material = new Material())
        {
            var renderer = material.Renderer(24);
            var view = Material.Frame(renderer);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{FrameTable.Spoke(renderer, view, Material.OneArea):F2} {FrameTable.Unit(renderer, view):F2}"));
        }
        return 0;
    case "copy" when args.Length == 3:
        CopyTable.Copy(args[1], int.Parse(args[2], CultureInfo.InvariantCulture));
        return 0;
    default:
        Console.Error.WriteLine("Usage: measure greys | edges | cling | subjects | cuts | kernels | masks | all");
        return 2;
}
