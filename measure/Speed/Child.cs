using System.Diagnostics;
using System.Globalization;

namespace Yarnwheel.Measure.Speed;

/// <summary>Measures in a process of its own, which prints numbers.</summary>
internal static class Child
{
    /// <summary>A line of this process's memory, MB: VmRSS for what it holds, VmHWM for the most it held.</summary>
    public static double Peak(string line) => double.Parse(
        File.ReadLines("/proc/self/status").First(l => l.StartsWith(line, StringComparison.Ordinal)).Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture) / 1000;

    public static double[] Run(string[] args, (string Name, string Value)[] environment)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true };
        start.ArgumentList.Add(typeof(Child).Assembly.Location);
        foreach (var arg in args) start.ArgumentList.Add(arg);
        foreach (var (name, value) in environment) start.Environment[name] = value;
        using var process = Process.Start(start)!;
        var output = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        if (process.ExitCode != 0) throw new InvalidOperationException($"measure {string.Join(' ', args)} failed");
        return [.. output.Trim().Split(' ').Select(v => double.Parse(v, CultureInfo.InvariantCulture))];
    }
}
