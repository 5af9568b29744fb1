using Yarnwheel.Core;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Coming;

/// <summary>Puts photos that a camera or a cable drops into a folder on the Shelf, once each is there whole. The folder's files are only read.</summary>
internal sealed class WatchedFolder(WatchOptions options, PhotoLibrary library, DataFolder data, ChangeFeed feed, ILogger<WatchedFolder> logger) : BackgroundService
{
    /// <summary>What the Shelf's own windows listen to; no take has this number.</summary>
    public const int ShelfFeed = 0;

    private static readonly TimeSpan Every = TimeSpan.FromMilliseconds(700);

    /// <summary>How long a file that can't be read is given before it is said.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    private static readonly HashSet<string> Extensions = new([".jpg", ".jpeg", ".png", ".tif", ".tiff", ".webp", ".avif", ".dng"], StringComparer.OrdinalIgnoreCase);

    private readonly Dictionary<string, Seen> seen = [];

    private string Ledger => Path.Combine(data.Root, "watched.txt");

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (options.Folder is not { } folder) return;
        await Task.Yield();
        HashSet<string> done = File.Exists(Ledger) ? [.. await File.ReadAllLinesAsync(Ledger, stoppingToken)] : [];
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                if (Directory.Exists(folder)) await LookAsync(folder, done, stoppingToken);
            }
            catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
            {
                logger.LogWarning(exception, "The watched folder could not be read");
            }
            await Task.Delay(Every, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private async Task LookAsync(string folder, HashSet<string> done, CancellationToken cancel)
    {
        var everywhere = new EnumerationOptions { RecurseSubdirectories = true, IgnoreInaccessible = true, AttributesToSkip = FileAttributes.Hidden | FileAttributes.System };
        foreach (var file in new DirectoryInfo(folder).EnumerateFiles("*", everywhere).Where(f => Extensions.Contains(f.Extension)).OrderBy(f => f.FullName, StringComparer.Ordinal))
        {
            var (length, written) = (file.Length, file.LastWriteTimeUtc);
            var line = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{length}\t{written.Ticks}\t{file.FullName}");
            if (length == 0 || done.Contains(line)) continue;
            var now = DateTime.UtcNow;
            if (!seen.TryGetValue(file.FullName, out var one) || one.Length != length || one.Written != written)
            {
                // It may still be growing: it is looked at again.
                seen[file.FullName] = new Seen(length, written, now);
                continue;
            }
            var fault = await TakeInAsync(file, cancel);
            if (fault is not null && now - one.Since < Patience) continue;
            if (fault is not null) feed.Publish(ShelfFeed, new TakeChange(0, $"{file.Name} from the watched folder was not taken in. {fault}", "fault"));
            seen.Remove(file.FullName);
            done.Add(line);
            await File.AppendAllLinesAsync(Ledger, [line], cancel);
        }
    }

    /// <returns>Why it could not be taken in; null where it was.</returns>
    private async Task<string?> TakeInAsync(FileInfo file, CancellationToken cancel)
    {
        try
        {
            await using var stream = file.OpenRead();
            var added = await library.AddAsync(stream, file.Name, null, cancel);
            if (!added.WasThere || added.Brought is not null) feed.Publish(ShelfFeed, new TakeChange(added.Photo.Id, added.Photo.Name, "came"));
            return null;
        }
        catch (Exception exception) when (exception is YarnwheelException or IOException or UnauthorizedAccessException)
        {
            return exception.Message;
        }
    }

    private sealed record Seen(long Length, DateTime Written, DateTime Since);
}

/// <summary>Which folder is watched; null for none.</summary>
internal sealed record WatchOptions(string? Folder);
