using System.CommandLine;
using System.Diagnostics;
using Yarnwheel.DemoScenes;
using Yarnwheel.DemoScenes.Scenes;

var name = new Argument<string>("scene") { Description = $"all, or one of: {string.Join(", ", AllScenes.List.Select(s => s.Name))}." };
name.AcceptOnlyFromAmong(["all", .. AllScenes.List.Select(s => s.Name)]);
var folder = new Option<DirectoryInfo>("--out") { Description = "Where the files go.", DefaultValueFactory = _ => new DirectoryInfo("demo") };
var width = new Option<int>("--width") { Description = "Of the picture in pixels; its height is two thirds of it.", DefaultValueFactory = _ => 3000 };
var samples = new Option<int?>("--samples") { Description = "Paths for each pixel; what the committed picture was made with when left out." };
var raw = new Option<bool>("--raw") { Description = "Writes a raw file as well, DNG, as a stand-in for a camera would." };
var colours = new Option<bool>("--colours") { Description = "Writes each subject's and its surroundings' true colours as well, as 16-bit PNG." };
width.Validators.Add(result => { if (result.GetValue(width) is < 12 or > 20_000) result.AddError("--width must lie between 12 and 20000."); });
samples.Validators.Add(result => { if (result.GetValue(samples) is < 1 or > 65_536) result.AddError("--samples must lie between 1 and 65536."); });

var root = new RootCommand("Photographs the made-up scenes of the dye-house, each with an exact mask of its subjects.") { name, folder, width, samples, raw, colours };
root.SetAction(call =>
{
    var into = call.GetRequiredValue(folder);
    into.Create();
    foreach (var scene in AllScenes.List.Where(s => call.GetRequiredValue(name) == "all" || s.Name == call.GetRequiredValue(name)))
    {
        var watch = Stopwatch.StartNew();
        var paths = call.GetValue(samples) ?? scene.Samples;
        ScenePictures.Render(scene, into.FullName, call.GetValue(width), paths, call.GetValue(raw), call.GetValue(colours), share =>
        {
            if (!Console.IsOutputRedirected) Console.Write($"\r{scene.Name}: {share:P0} ");
        });
        Console.WriteLine($"{scene.Name}: {call.GetValue(width)} × {call.GetValue(width) * 2 / 3}, {paths} samples a pixel, {watch.Elapsed.TotalSeconds:F0} s");
    }
});
return root.Parse(args).Invoke();
