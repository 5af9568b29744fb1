using System.Diagnostics;

namespace Yarnwheel.Measure.Speed;

/// <summary>All speeds, beside their peers in the same run.</summary>
internal static class SpeedTable
{
    /// <summary>Of each row the run in the middle, and the ends of what was reached.</summary>
    /// <param name="megapixels">Of the photo.</param>
    /// <param name="many">Of the large photo.</param>
    /// <param name="runs">How often everything is measured.</param>
    public static void Print(int megapixels, int many, int runs)
    {
        var watch = Stopwatch.StartNew();
        using var material = new Material();
        var all = Enumerable.Range(0, runs).Select(_ => Rows(material, megapixels, many)).ToArray();
        Console.WriteLine("| work | peer | measured | goal | reached |");
        Console.WriteLine("|---|---|---|---|---|");
        for (var row = 0; row < all[0].Length; row++) Console.WriteLine(SpeedRow.Middle([.. all.Select(run => run[row])]));
        Console.WriteLine($"\n{runs} runs in {watch.Elapsed.TotalSeconds:F0} s on {Machine()}. What the browser paints is measured by e2e/speed.mjs.");
    }

    private static SpeedRow[] Rows(Material material, int megapixels, int many)
    {
        var renderer = material.Renderer(megapixels);
        return
        [
            .. FrameTable.Rows(renderer, megapixels), .. PatchTable.Rows(renderer), .. EdgeTable.Rows(renderer),
            .. SubjectRows.Rows(renderer), .. CopyTable.Rows(material, megapixels, many),
        ];
    }

    private static string Machine()
    {
        var model = File.ReadLines("/proc/cpuinfo").FirstOrDefault(l => l.StartsWith("model name", StringComparison.Ordinal))?.Split(':')[1].Trim() ?? "an unknown processor";
        return $"{Environment.ProcessorCount} × {model}, .NET {Environment.Version}";
    }
}
