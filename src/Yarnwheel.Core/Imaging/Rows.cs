namespace Yarnwheel.Core.Imaging;

/// <summary>Runs work on the rows of a picture in parallel; rows do not depend on one another, so threads change nothing in the result.</summary>
public static class Rows
{
    public static void Each(int count, Action<int> row, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(row);
        const int band = 16;
        var bands = (count + band - 1) / band;
        Parallel.For(0, bands, new ParallelOptions { CancellationToken = cancel }, b =>
        {
            var end = Math.Min(count, (b + 1) * band);
            for (var y = b * band; y < end; y++) row(y);
        });
    }
}
