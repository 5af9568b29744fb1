using System.Buffers;
using System.Runtime.ExceptionServices;

namespace Yarnwheel.Core.Imaging;

/// <summary>Runs work on the rows of a picture in parallel; rows do not depend on one another, so threads change nothing in the result.</summary>
public static class Rows
{
    private const int Band = 16;

    /// <summary>Whether this thread has a piece of the picture to itself.</summary>
    [ThreadStatic]
    private static bool isApart;

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
    /// <param name="scratch">Length of the buffer, at least.</param>
    /// <param name="row">Does one row.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Each(int count, int scratch, Action<int, float[]> row, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(row);
        var bands = (count + Band - 1) / Band;
        if (isApart || bands <= 1)
        {
            var buffer = ArrayPool<float>.Shared.Rent(scratch);
            for (var b = 0; b < bands; b++)
            {
                cancel.ThrowIfCancellationRequested();
                One(b, buffer);
            }
            ArrayPool<float>.Shared.Return(buffer);
            return;
        }
        Together(() => Parallel.For(0, bands, new ParallelOptions { CancellationToken = cancel }, () => ArrayPool<float>.Shared.Rent(scratch), (b, _, buffer) =>
        {
            One(b, buffer);
            return buffer;
        }, buffer => ArrayPool<float>.Shared.Return(buffer)));

        void One(int band, float[] buffer)
        {
            var end = Math.Min(count, (band + 1) * Band);
            for (var y = band * Band; y < end; y++) row(y, buffer);
        }
    }

    /// <summary>Does the same on as many threads as there are processors, each with pieces of the picture of its own: rows that one works on meanwhile are not shared out any more.
    /// On a thread that has a piece to itself already, it is done by that one alone.</summary>
    /// <param name="work">Takes pieces until there are none.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Apart(Action work, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(work);
        if (isApart)
        {
            work();
            return;
        }
        Together(() => Parallel.For(0, Environment.ProcessorCount, new ParallelOptions { CancellationToken = cancel }, _ =>
        {
            isApart = true;
            try
            {
                work();
            }
            finally
            {
                isApart = false;
            }
        }));
    }

    /// <summary>Pieces of work that don't depend on one another, at the same time.</summary>
    /// <param name="works">Each does one.</param>
    public static void AtOnce(params Action[] works) => Together(() => Parallel.Invoke(works));

    /// <summary>Whoever called knows one failure, not how many threads met it.</summary>
    private static void Together(Action work)
    {
        try
        {
            work();
        }
        catch (AggregateException several)
        {
            ExceptionDispatchInfo.Throw(several.Flatten().InnerExceptions[0]);
        }
    }
}
