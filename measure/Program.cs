using System.Globalization;
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
    case "probe":
        using (var material = new Material())
        {
            var renderer = material.Renderer(24);
            var none = Yarnwheel.Core.Treatments.LightPlan.None;
            var view = new Yarnwheel.Core.Rendering.View(new Yarnwheel.Core.Imaging.Region(0, 1000, renderer.Photo.Width, 300), 1);
            Console.WriteLine($"{view.Region.Area / 1e6:F2} MP");
            Console.WriteLine($"sampler {Stopwatches.Median(7, () => Yarnwheel.Core.Imaging.AreaSampler.Draw(renderer.Photo, view.Region, 1)):F1}");
            Console.WriteLine($"view {Stopwatches.Median(7, () => Yarnwheel.Core.Rendering.ViewPlanes.Draw(renderer.Photo, view, none, default)):F1}");
            var planes = Yarnwheel.Core.Rendering.ViewPlanes.Draw(renderer.Photo, view, none, default);
            Console.WriteLine($"hues calm {Stopwatches.Median(7, () => Yarnwheel.Core.Rendering.HuePlanes.Of(planes, 30, new Yarnwheel.Core.Rendering.PieceCache(0), default)):F1}");
            Console.WriteLine($"hues {Stopwatches.Median(7, () => Yarnwheel.Core.Rendering.HuePlanes.Of(planes, 0, new Yarnwheel.Core.Rendering.PieceCache(0), default)):F1}");
            var recipe = Material.ThreeAreas;
            for (var k = 0; k < 3; k++)
            {
                var one = recipe with { Areas = [recipe.Areas[k]] };
                var source = new Yarnwheel.Core.Rendering.RenderSource(renderer.Photo, new Yarnwheel.Core.Rendering.PieceCache(1 << 20), null);
                var plan = Yarnwheel.Core.Rendering.RenderPlan.Compile(one, source);
                Console.WriteLine($"mask {k} {Stopwatches.Median(7, () => Yarnwheel.Core.Rendering.AreaMasks.Draw(plan.Areas[0], new Yarnwheel.Core.Rendering.MaskScene(planes, none, source, new Yarnwheel.Core.Rendering.PieceCache(0), default))):F1}");
            }
            Console.WriteLine($"frame {Stopwatches.Median(7, () => new Yarnwheel.Core.Rendering.PhotoRenderer(renderer.Photo, 0).Frame(recipe, view, Yarnwheel.Core.Rendering.Show.Result)):F1}");
        }
        return 0;
    case "masks":
        using (var material = new Material())
        {
            var renderer = material.Renderer(24);
            foreach (var row in PatchTable.Rows(renderer).Concat(EdgeTable.Rows(renderer))) Console.WriteLine(row);
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
    case "copy" when args.Length == 2:
        CopyTable.Copy(args[1]);
        return 0;
    default:
        Console.Error.WriteLine("Usage: measure greys | kernels | all");
        return 2;
}
