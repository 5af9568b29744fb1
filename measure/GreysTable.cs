using System.Diagnostics;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure;

/// <summary>How many colour contrasts the greys keep (CCPR), and how long auto takes: the demo scenes, and the open pictures where they are.</summary>
internal static class GreysTable
{
    private const int Repeats = 9;

    public static void Print(bool isShort)
    {
        var folder = Environment.GetEnvironmentVariable("YARNWHEEL_TEST_PICTURES") ?? "/usr/lib/python3/dist-packages/skimage/data";
        string[] open =
        [
            "astronaut.png", "chelsea.png", "coffee.png", "color.png", "hubble_deep_field.jpg", "ihc.png",
            "logo.png", "motorcycle_left.png", "motorcycle_right.png", "retina.jpg", "rocket.jpg",
        ];
        var files = Directory.GetFiles("demo", "*.jpg").Order(StringComparer.Ordinal).Concat(open.Select(p => Path.Combine(folder, p)).Where(File.Exists)).Take(isShort ? 1 : int.MaxValue).ToList();
        Console.WriteLine("| picture | flat | auto | gain | auto, median ms |");
        Console.WriteLine("|---|---|---|---|---|");
        var gains = new List<double>();
        var times = new List<double>();
        foreach (var path in files)
        {
            var samples = new PhotoRenderer(Pyramid.Build(new PhotoReader(new PhotoLimits()).Read(path).Pixels)).Greys.Samples(new Recipe());
            var flat = ContrastScore.Of(samples, new WheelCurve([]));
            var (_, auto) = AutoMix.Find(samples);
            var median = Enumerable.Range(0, Repeats).Select(_ => Time(() => AutoMix.Find(samples))).Order().ElementAt(Repeats / 2);
            gains.Add(auto - flat);
            times.Add(median);
            Console.WriteLine($"| {Path.GetFileName(path)} | {flat:P1} | {auto:P1} | {auto - flat:P1} | {median:F0} |");
        }
        Console.WriteLine($"| mean | | | {gains.Average():P1} | {times.Average():F0} |");
    }

    private static double Time(Action work)
    {
        var watch = Stopwatch.StartNew();
        work();
        return watch.Elapsed.TotalMilliseconds;
    }
}
