namespace Yarnwheel.Core.Imaging;

/// <summary>Runs work on the rows of a picture in parallel; rows do not depend on one another, so threads change nothing in the result.</summary>
public static class Rows
{
    private const int Band = 16;

    /// <param name="count">Number of rows.</param>
    /// <param name="row">Does one row.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Each(int count, Action<int> row, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(row);
        Each(count, 0, (y, _) => row(y), cancel);
    }

    /// <summary>Works on the rows of a region, each named by its place on the picture.</summary>
    /// <param name="region">Whose rows.</param>
    /// <param name="row">Does one row.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Each(Region region, Action<int> row, CancellationToken cancel = default) => Each(region.Height, y => row(region.Y + y), cancel);

    /// <inheritdoc cref="Each(Region, Action{int}, CancellationToken)"/>
    /// <param name="region">Whose rows.</param>
    /// <param name="scratch">Length of a buffer for each row, as below.</param>
    /// <param name="row">Does one row.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Each(Region region, int scratch, Action<int, float[]> row, CancellationToken cancel = default) =>
        Each(region.Height, scratch, (y, buffer) => row(region.Y + y, buffer), cancel);

    /// <summary>Gives each row a buffer to work in; a row must not read what another left there.</summary>
    /// <param name="count">Number of rows.</param>
    /// <param name="scratch">Length of the buffer.</param>
    /// <param name="row">Does one row.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Each(int count, int scratch, Action<int, float[]> row, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(row);
        var bands = (count + Band - 1) / Band;
        try
        {
            Parallel.For(0, bands, new ParallelOptions { CancellationToken = cancel }, () => new float[scratch], (b, _, buffer) =>
            {
                var end = Math.Min(count, (b + 1) * Band);
                for (var y = b * Band; y < end; y++) row(y, buffer);
                return buffer;
            }, _ => { });
        }
        catch (AggregateException several)
        {
            // Whoever called knows one failure, not how many threads met it.
            System.Runtime.ExceptionServices.ExceptionDispatchInfo.Throw(several.Flatten().InnerExceptions[0]);
        }
    }
}
