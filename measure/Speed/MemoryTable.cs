using System.Globalization;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Speed;

/// <summary>Memory and time of copies and close frames with edges, each in a process of its own.</summary>
internal static class MemoryTable
{
    public static IEnumerable<SpeedRow> Rows(Material material, int small, int large)
    {
        var plain = Copy(material, small, "plain");
        yield return new($"{small} MP copy, three areas, no edge", "–", Words(plain), "–", null);
        foreach (var (name, times, megabytes) in (List<(string, double?, double?)>)[("follow-40", 4, null), ("follow-100", 4, 1200), ("every-end", null, null)])
        {
            var copy = Copy(material, small, name);
            yield return new($"{small} MP copy, the first area's edge: {name}", Words(plain), $"{Words(copy)}: {copy.Milliseconds / plain.Milliseconds:F1} × the plain one's time",
                Goal(times, megabytes), Worst(copy, plain, times, megabytes));
        }
        var huge = Copy(material, large, "plain");
        var hugeEdge = Copy(material, large, "follow-100");
        yield return new($"{large} MP copy, follow-100", Words(huge), $"{Words(hugeEdge)}: {hugeEdge.Milliseconds / huge.Milliseconds:F1} × the plain one's time", Goal(null, 1600), Worst(hugeEdge, huge, null, 1600));
        foreach (var percent in (int[])[100, 400, 1600])
        {
            var numbers = Child.Run(["frame", material.Jpeg(small), percent.ToString(CultureInfo.InvariantCulture)], []);
            yield return new($"frame of {small} MP at {percent} %, every edge control at its end", $"the open photo {numbers[0]:F0} MB", $"{numbers[1]:F0} MB above it, {numbers[2]:F0} ms", percent == 100 ? "–" : "600 MB", percent == 100 ? null : numbers[1] / 600);
        }
    }

    /// <summary>What the process of its own does for a frame: prints MB of the open photo, MB above it at most, milliseconds.</summary>
    public static void Frame(string path, int percent)
    {
        var renderer = Material.Open(path);
        var scale = percent / 100.0;
        var whole = new Region(0, 0, AreaSampler.Extent(renderer.Photo.Width, scale), AreaSampler.Extent(renderer.Photo.Height, scale));
        var view = new View(new Region((int)(0.5 * renderer.Photo.Width * scale), (int)(0.3 * renderer.Photo.Height * scale), Material.FrameWidth, Material.FrameHeight).Intersect(whole), scale);
        // A first small frame compiles the code.
        renderer.Frames.Draw(CopyRecipes.Of("plain"), view with { Region = view.Region with { Width = 64, Height = 64 } }, Show.Result);
        GC.Collect();
        var open = Child.Peak("VmRSS");
        var time = Stopwatches.Once(() => renderer.Frames.Draw(CopyRecipes.Of("every-end"), view, Show.Result));
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{open:F0} {Child.Peak("VmHWM") - open:F0} {time:F0}"));
    }

    private static (double Milliseconds, double Megabytes) Copy(Material material, int megapixels, string edge)
    {
        var numbers = Child.Run(["copy", material.Jpeg(megapixels), "1", edge], []);
        return (numbers[0], numbers[1]);
    }

    private static string Words((double Milliseconds, double Megabytes) copy) => $"{copy.Milliseconds / 1000:F1} s, {copy.Megabytes:F0} MB";

    private static string Goal(double? times, double? megabytes) =>
        string.Join(", ", new[] { times is null ? null : $"{times} × the plain one's time", megabytes is null ? null : $"{megabytes} MB" }.Where(g => g is not null).DefaultIfEmpty("–"));

    private static double? Worst((double Milliseconds, double Megabytes) copy, (double Milliseconds, double Megabytes) plain, double? times, double? megabytes)
    {
        if (times is null && megabytes is null) return null;
        return Math.Max(times is { } t ? copy.Milliseconds / plain.Milliseconds / t : 0, megabytes is { } m ? copy.Megabytes / m : 0);
    }
}
