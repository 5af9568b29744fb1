using System.Diagnostics;

namespace Yarnwheel.Measure.Speed;

/// <summary>What the published command takes from its start to its end.</summary>
internal static class CommandTable
{
    /// <param name="program">Path of the published command.</param>
    /// <param name="recipe">That is checked.</param>
    /// <param name="runs">How often each.</param>
    public static void Print(string program, string recipe, int runs)
    {
        Console.WriteLine($"| the published command, {runs} runs | ms: the middle one (least to most) | goal |\n|---|---|---|");
        Row("its help", ["--help"], runs, "–");
        Row("check of a recipe", ["check", recipe], runs, "120 ms");

        void Row(string what, string[] arguments, int count, string goal)
        {
            double[] walls = [.. Enumerable.Range(0, count).Select(_ => Once(program, arguments)).Order()];
            Console.WriteLine(FormattableString.Invariant($"| {what} | {walls[count / 2]:F0} ({walls[0]:F0} to {walls[^1]:F0}) | {goal} |"));
        }
    }

    private static double Once(string program, string[] arguments)
    {
        var watch = Stopwatch.StartNew();
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        process.StandardOutput.ReadToEnd();
        var fault = process.StandardError.ReadToEnd();
        process.WaitForExit();
        if (process.ExitCode != 0) throw new InvalidOperationException($"{program} {string.Join(' ', arguments)}: {fault}");
        return watch.Elapsed.TotalMilliseconds;
    }
}
