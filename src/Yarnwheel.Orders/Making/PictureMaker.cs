using System.Diagnostics;
using System.Diagnostics.Metrics;
using System.Globalization;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Orders.Book;

namespace Yarnwheel.Orders.Making;

/// <summary>What became of trying to make a picture.</summary>
public enum Attempt
{
    /// <summary>It has its result, or none is wanted any more.</summary>
    Done,

    /// <summary>Another is at it.</summary>
    Taken,

    /// <summary>It failed in a way that may pass.</summary>
    TryAgain,
}

/// <summary>Makes single pictures of orders: each once, however often and by however many it is asked for.</summary>
/// <param name="book">The orders.</param>
/// <param name="photos">Opens the photos.</param>
/// <param name="pace">Lets more urgent work go first.</param>
public sealed class PictureMaker(OrderBook book, IPhotoSource photos, IWorkPace pace)
{
    /// <summary>What is measured of copies: how long each took, and whether it was made.</summary>
    public const string MeterName = "Yarnwheel.Orders";

    private const double SharesEvery = 120;
    private static readonly TimeSpan CancelledEvery = TimeSpan.FromMilliseconds(300);
    private static readonly Meter Meter = new(MeterName);
    private static readonly Histogram<double> Durations = Meter.CreateHistogram<double>("yarnwheel.copy.duration", "ms", "Time that making the files of one picture took.");

    /// <summary>Makes a picture, unless it was made, or its order is paused or cancelled.</summary>
    /// <param name="id">Of the order.</param>
    /// <param name="number">Of the picture.</param>
    /// <param name="isLast">Whether it is not tried again after this.</param>
    /// <param name="cancel">Ends the work early; the picture stays to be made.</param>
    public Attempt Make(string id, int number, bool isLast, CancellationToken cancel)
    {
        if (book.Find(id) is not { } order || order.Pictures.FirstOrDefault(p => p.Number == number) is not { } picture) return Attempt.Done;
        using var right = book.Lock(id, number);
        if (right is null) return Attempt.Taken;
        if (book.ResultOf(id, number) is { IsTriedAgain: false }) return Attempt.Done;
        if (book.Is(id, OrderMark.Paused) || book.Is(id, OrderMark.Cancelled)) return Attempt.Done;
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        // A strip may take seconds, and no progress is told meanwhile.
        using var look = new Timer(_ => { if (book.Is(id, OrderMark.Cancelled)) Stop(stop); }, null, CancelledEvery, CancelledEvery);
        var watch = Stopwatch.StartNew();
        try
        {
            book.WriteShare(id, number, 0);
            var (files, notes) = Make(order, picture, new Sharing(book, pace, order.Id, number, stop), stop.Token);
            book.Write(id, number, new PictureResult { IsMade = true, Files = [.. files.Select(f => Path.GetFileName(f))], Notes = notes, Bytes = files.Sum(f => new FileInfo(f).Length), Milliseconds = watch.Elapsed.TotalMilliseconds });
            Durations.Record(watch.Elapsed.TotalMilliseconds, new KeyValuePair<string, object?>("made", true));
            return Attempt.Done;
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            // The order was cancelled.
            return Attempt.Done;
        }
        catch (Exception exception) when (exception is not OperationCanceledException)
        {
            Durations.Record(watch.Elapsed.TotalMilliseconds, new KeyValuePair<string, object?>("made", false));
            var mayPass = exception is IOException or OutOfMemoryException or YarnwheelException { InnerException: IOException };
            var again = mayPass && !isLast;
            var fault = exception switch
            {
                OutOfMemoryException => "There was not enough memory for this photo and recipe.",
                YarnwheelException or IOException or UnauthorizedAccessException => exception.Message,
                _ => $"Something went wrong that should not have ({exception.GetType().Name}).",
            };
            book.Write(id, number, new PictureResult { IsMade = false, IsTriedAgain = again, Fault = fault, Milliseconds = watch.Elapsed.TotalMilliseconds });
            return again ? Attempt.TryAgain : Attempt.Done;
        }
        finally
        {
            book.WriteShare(id, number, null);
            // The next photo must not come on top of this one's memory; a copy that somebody waits for has the Bench's photo.
            if (!order.IsSingle) GiveBack(cancel);
        }
    }

    private static void Stop(CancellationTokenSource stop)
    {
        try
        {
            stop.Cancel();
        }
        catch (ObjectDisposedException)
        {
            // It ended just now.
        }
    }

    /// <summary>Gives the memory back, in a moment when no hand moves.</summary>
    private void GiveBack(CancellationToken cancel)
    {
        pace.GiveWay(cancel);
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Forced, blocking: true, compacting: false);
    }

    private (IReadOnlyList<string> Files, IReadOnlyList<string> Notes) Make(Order order, OrderPicture picture, IProgress<double> progress, CancellationToken cancel)
    {
        // Once it is being read, it can't give way.
        pace.GiveWay(cancel);
        var (decoded, renderer) = photos.Open(picture, book.Data, cancel);
        var recipe = book.RecipeFor(order.Id, picture.Number);
        IReadOnlyList<string> notes = [];
        if (picture.Look && book.LookOf(order.Id) is { } look) (recipe, notes) = CopyMaking.Laid(recipe, renderer, look.Look, look.Wish, cancel);
        var source = new CopySource(decoded, renderer, Path.Combine(book.Data, picture.Original));
        // Made in a place of its own beside where it goes, so that what a process leaves behind that was killed is found and removed by the next.
        var folder = book.FolderOf(order);
        var place = Path.Combine(folder, string.Create(CultureInfo.InvariantCulture, $".yarnwheel-{order.Id[..12]}-{picture.Number}"));
        if (Directory.Exists(place)) Directory.Delete(place, recursive: true);
        Directory.CreateDirectory(place);
        try
        {
            var files = CopyMaking.Make(order, source, recipe, Path.Combine(place, picture.Name), progress, cancel).Select(f => Path.Combine(folder, Path.GetFileName(f))).ToList();
            foreach (var file in files) File.Move(Path.Combine(place, Path.GetFileName(file)), file, overwrite: true);
            return (files, notes);
        }
        finally
        {
            Directory.Delete(place, recursive: true);
        }
    }

    /// <summary>Writes the share down now and then, gives way to what is more urgent, and stops when the order is cancelled.</summary>
    private sealed class Sharing(OrderBook book, IWorkPace pace, string id, int number, CancellationTokenSource stop) : IProgress<double>
    {
        private long saidAt = long.MinValue;

        public void Report(double value)
        {
            pace.GiveWay(stop.Token);
            var now = Stopwatch.GetTimestamp();
            if (saidAt != long.MinValue && Stopwatch.GetElapsedTime(saidAt, now).TotalMilliseconds < SharesEvery) return;
            saidAt = now;
            book.WriteShare(id, number, value);
            if (book.Is(id, OrderMark.Cancelled)) stop.Cancel();
        }
    }
}

/// <summary>How work that nobody waits for lets more urgent work go first.</summary>
public interface IWorkPace
{
    /// <summary>Returns when nothing more urgent is being done, or after a while.</summary>
    void GiveWay(CancellationToken cancel);
}

/// <summary>Nothing is more urgent.</summary>
public sealed class FullPace : IWorkPace
{
    public void GiveWay(CancellationToken cancel)
    {
    }
}
