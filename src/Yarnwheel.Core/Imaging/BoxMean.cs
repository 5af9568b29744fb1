namespace Yarnwheel.Core.Imaging;

/// <summary>The mean over a square window round each pixel; at the border over what lies within.</summary>
/// <remarks>Running sums in double precision, so the cost does not grow with the window.</remarks>
public static class BoxMean
{
    private const int Columns = 64;

    /// <param name="plane">Row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="radius">The window is 2 · radius + 1 wide.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static float[] Of(float[] plane, int width, int height, int radius, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(plane);
        var across = new float[plane.Length];
        Rows.Each(height, y => Line(plane.AsSpan(y * width, width), across.AsSpan(y * width, width), radius), cancel);
        var result = new float[plane.Length];
        var bands = (width + Columns - 1) / Columns;
        Parallel.For(0, bands, new ParallelOptions { CancellationToken = cancel }, band => Down(across, result, width, height, radius, band * Columns));
        return result;
    }

    private static void Line(ReadOnlySpan<float> from, Span<float> into, int radius)
    {
        double sum = 0;
        var last = Math.Min(radius, from.Length - 1);
        for (var i = 0; i <= last; i++) sum += from[i];
        for (var x = 0; x < into.Length; x++)
        {
            into[x] = (float)(sum / Count(x, radius, from.Length));
            if (x + radius + 1 < from.Length) sum += from[x + radius + 1];
            if (x - radius >= 0) sum -= from[x - radius];
        }
    }

    private static void Down(float[] from, float[] into, int width, int height, int radius, int first)
    {
        var count = Math.Min(Columns, width - first);
        Span<double> sums = stackalloc double[count];
        sums.Clear();
        for (var y = 0; y <= Math.Min(radius, height - 1); y++) Add(sums, from.AsSpan(y * width + first, count), 1);
        for (var y = 0; y < height; y++)
        {
            var share = 1.0 / Count(y, radius, height);
            var row = into.AsSpan(y * width + first, count);
            for (var i = 0; i < count; i++) row[i] = (float)(sums[i] * share);
            if (y + radius + 1 < height) Add(sums, from.AsSpan((y + radius + 1) * width + first, count), 1);
            if (y - radius >= 0) Add(sums, from.AsSpan((y - radius) * width + first, count), -1);
        }
    }

    private static void Add(Span<double> sums, ReadOnlySpan<float> row, double sign)
    {
        for (var i = 0; i < sums.Length; i++) sums[i] += sign * row[i];
    }

    private static int Count(int at, int radius, int length) => Math.Min(at + radius, length - 1) - Math.Max(at - radius, 0) + 1;
}
