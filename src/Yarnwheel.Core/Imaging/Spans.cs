namespace Yarnwheel.Core.Imaging;

/// <summary>Runs work on long runs of a plane in parallel, for what does not ask where a pixel lies.</summary>
internal static class Spans
{
    private const int Length = 1 << 16;

    /// <param name="count">Number of values.</param>
    /// <param name="span">Does those from one index to another.</param>
    public static void Each(int count, Action<int, int> span) =>
        Parallel.For(0, (count + Length - 1) / Length, k => span(k * Length, Math.Min(count, (k + 1) * Length)));
}
