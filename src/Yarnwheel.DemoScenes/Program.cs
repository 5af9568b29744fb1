using System.Diagnostics;
using System.Globalization;
using Yarnwheel.DemoScenes;
using Yarnwheel.DemoScenes.Scenes;

// demo-scenes NAME|all --out DIR [--width 3000] [--samples 64]
IScene[] scenes = [new DryingRail(), new MadderBasket(), new FeltString(), new HoopWall(), new SpoolStand(), new MordantJar(), new SteamingVat(), new YarnEnds()];
if (args.Length == 0)
{
    Console.Error.WriteLine($"Usage: demo-scenes NAME|all --out DIR [--width 3000] [--samples 64]\nScenes: {string.Join(", ", scenes.Select(s => s.Name))}");
    return 2;
}
string Option(string name, string fallback) => Array.IndexOf(args, name) is >= 0 and var i && i + 1 < args.Length ? args[i + 1] : fallback;
var folder = Option("--out", "demo");
var width = int.Parse(Option("--width", "3000"), CultureInfo.InvariantCulture);
var samples = int.Parse(Option("--samples", "64"), CultureInfo.InvariantCulture);
var chosen = args[0] == "all" ? scenes : scenes.Where(s => s.Name == args[0]).ToArray();
if (chosen.Length == 0)
{
    Console.Error.WriteLine($"There is no scene \"{args[0]}\".");
    return 2;
}
Directory.CreateDirectory(folder);
foreach (var scene in chosen)
{
    var watch = Stopwatch.StartNew();
    ScenePictures.Render(scene, folder, width, samples, share =>
    {
        if (!Console.IsOutputRedirected) Console.Write($"\r{scene.Name}: {share:P0} ");
    });
    Console.WriteLine($"{scene.Name}: {width}×{width * 2 / 3}, {samples} samples a pixel, {watch.Elapsed.TotalSeconds:F0} s");
}
return 0;
