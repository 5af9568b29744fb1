using System.IO.Compression;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Queue;

namespace Yarnwheel.Web.Copies;

/// <summary>Hands an order over as a ZIP archive while its pictures are made: a few ahead of what was fetched, each removed once it was, so that there never need be room for all.</summary>
internal sealed class ArchiveStream(OrderBook book, OrderQueue queue)
{
    /// <summary>Pictures that are made ahead.</summary>
    private static int Ahead => OrderServices.UsualWorkers + 2;

    private readonly HashSet<string> fetched = [];

    /// <summary>Takes the right to fetch an order: one at a time, for what was fetched is removed.</summary>
    /// <returns>Gives it back; null where another has it.</returns>
    public IDisposable? Begin(Order order)
    {
        lock (fetched) return fetched.Add(order.Id) ? new Right(this, order.Id) : null;
    }

    /// <summary>Writes the archive, for whoever has the right to.</summary>
    /// <param name="order">The order; its pictures are made anew where they were fetched before.</param>
    /// <param name="failedAlone">Whether only those are wanted that could not be made before.</param>
    /// <param name="into">Written to in order, never sought in.</param>
    /// <param name="cancel">Whoever fetches it has gone: the order waits to be fetched again.</param>
    public async Task WriteAsync(Order order, bool failedAlone, Stream into, CancellationToken cancel)
    {
        var wanted = order.Pictures.Where(p => !failedAlone || book.ResultOf(order.Id, p.Number) is { IsMade: false }).ToList();
        foreach (var picture in wanted) book.Forget(order.Id, picture.Number);
        book.Set(order.Id, OrderMark.Cancelled, false);
        book.Set(order.Id, OrderMark.Paused, false);
        book.Set(order.Id, OrderMark.Fetching, true);
        var isWhole = false;
        try
        {
            await using (var archive = await ZipArchive.CreateAsync(into, ZipArchiveMode.Create, leaveOpen: true, null, cancel))
            {
                var asked = 0;
                var failed = new List<string>();
                for (var k = 0; k < wanted.Count; k++)
                {
                    var next = wanted.Skip(asked).Take(k + Ahead - asked).Select(p => p.Number).ToList();
                    if (next.Count > 0) await queue.AddAsync(order, next, cancel);
                    asked += next.Count;
                    var picture = wanted[k];
                    var result = await ResultAsync(order, [.. wanted.Take(asked).Skip(k).Select(p => p.Number)], cancel);
                    if (!result.IsMade) failed.Add($"{picture.Name}: {result.Fault}");
                    foreach (var file in result.Files) await PutAsync(archive, Path.Combine(book.FolderOf(order), file), cancel);
                }
                // What is missing must be seen by whoever opens the archive, too.
                if (failed.Count > 0) await PutTextAsync(archive, "not-made.txt", string.Join('\n', failed) + "\n", cancel);
            }
            isWhole = true;
        }
        finally
        {
            book.Set(order.Id, OrderMark.Fetching, false);
            if (!isWhole) await queue.DropAsync(order, CancellationToken.None);
        }
    }

    /// <summary>The result of the first of those that are asked for; after a pause they are asked for again.</summary>
    private async Task<PictureResult> ResultAsync(Order order, IReadOnlyList<int> asked, CancellationToken cancel)
    {
        var isPaused = false;
        for (var waits = 1; ; waits++)
        {
            if (book.ResultOf(order.Id, asked[0]) is { IsTriedAgain: false } result) return result;
            if (book.Is(order.Id, OrderMark.Cancelled)) throw new OperationCanceledException("The order was cancelled.");
            var wasPaused = isPaused;
            isPaused = book.Is(order.Id, OrderMark.Paused);
            // Now and then also without a pause that was seen: one may have been shorter than a wait.
            if (!isPaused && (wasPaused || waits % 50 == 0)) await queue.AddAsync(order, book.StateOf(order).Pictures.Where(p => p.Phase == PicturePhase.Waiting && asked.Contains(p.Picture.Number)).Select(p => p.Picture.Number), cancel);
            await Task.Delay(100, cancel);
        }
    }

    private static async Task PutAsync(ZipArchive archive, string path, CancellationToken cancel)
    {
        // Pictures are compressed already.
        var entry = archive.CreateEntry(Path.GetFileName(path), CompressionLevel.NoCompression);
        await using (var content = await entry.OpenAsync(cancel))
        await using (var file = File.OpenRead(path)) await file.CopyToAsync(content, cancel);
        File.Delete(path);
    }

    private static async Task PutTextAsync(ZipArchive archive, string name, string text, CancellationToken cancel)
    {
        await using var content = await archive.CreateEntry(name).OpenAsync(cancel);
        await content.WriteAsync(System.Text.Encoding.UTF8.GetBytes(text), cancel);
    }

    private sealed class Right(ArchiveStream of, string id) : IDisposable
    {
        public void Dispose()
        {
            lock (of.fetched) of.fetched.Remove(id);
        }
    }
}
