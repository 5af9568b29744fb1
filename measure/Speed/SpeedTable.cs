using System.Diagnostics;

namespace Yarnwheel.Measure.Speed;

/// <summary>All speeds, beside their peers in the same run.</summary>
internal static class SpeedTable
{
    public static void Print(int megapixels, int many)
    {
        var watch = Stopwatch.StartNew();
        using var material = new Material();
        var renderer = material.Renderer(megapixels);
        Console.WriteLine("| work | peer | measured | goal | reached |");
        Console.WriteLine("|---|---|---|---|---|");
        IEnumerable<SpeedRow> rows =
        [
            .. FrameTable.Rows(renderer, megapixels), .. PatchTable.Rows(renderer), .. EdgeTable.Rows(renderer),
            .. SubjectRows.Rows(renderer), .. CopyTable.Rows(material, megapixels, many),
        ];
        foreach (var row in rows) Console.WriteLine(row);
        Console.WriteLine($"\nIn {watch.Elapsed.TotalSeconds:F0} s on {Machine()}. What the browser paints is measured by e2e/speed.mjs.");
    }

    private static string Machine()
    {
        var model = File.ReadLines("/proc/cpuinfo").FirstOrDefault(l => l.StartsWith("model name", StringComparison.Ordinal))?.Split(':')[1].Trim() ?? "an unknown processor";
        return $"{Environment.ProcessorCount} × {model}, .NET {Environment.Version}";
    }
}
