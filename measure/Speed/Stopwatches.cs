using System.Diagnostics;

namespace Yarnwheel.Measure.Speed;

/// <summary>Times work in milliseconds.</summary>
internal static class Stopwatches
{
    /// <summary>Whether everything runs once only: to see that it runs, not how fast.</summary>
    public static bool IsShort { get; set; }

    /// <summary>Median of several runs after two to warm up.</summary>
    public static double Median(int runs, Action<int> work)
    {
        if (IsShort) return Once(() => work(-2));
        work(-2);
        work(-1);
        return Enumerable.Range(0, runs).Select(i => Once(() => work(i))).Order().ElementAt(runs / 2);
    }

    public static double Median(int runs, Action work) => Median(runs, _ => work());

    public static double Once(Action work)
    {
        var watch = Stopwatch.StartNew();
        work();
        return watch.Elapsed.TotalMilliseconds;
    }
}
