using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Data.Keeping;

/// <summary>What a backup did.</summary>
/// <param name="Photos">That it holds.</param>
/// <param name="Copied">Files that were new or had changed.</param>
/// <param name="Kept">Files that an earlier backup in the folder had already.</param>
/// <param name="Bytes">Copied.</param>
public sealed record BackupOutcome(int Photos, int Copied, int Kept, long Bytes);

/// <summary>Backs a data folder up while it is in use: the databases by SQLite's own way, originals and mask pictures by their hashes, recipes as files besides.</summary>
/// <param name="contexts">Of the database.</param>
/// <param name="folder">What is backed up.</param>
public sealed class Backup(IDbContextFactory<YarnwheelContext> contexts, DataFolder folder)
{
    /// <summary>Makes or brings up to date the backup in a folder.</summary>
    /// <param name="into">The folder; made where it is missing. Not within the data folder.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early; an earlier backup in the folder stays whole.</param>
    /// <exception cref="YarnwheelException">It can't be made; says why.</exception>
    public async Task<BackupOutcome> MakeAsync(string into, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        into = Target(into);
        var before = BackupManifest.Find(into)?.Files.ToDictionary(f => f.Path) ?? [];
        try
        {
            Directory.CreateDirectory(into);
            // The database goes first: what it names is copied after, and nothing that it names is removed in between without a trace.
            var stamp = DateTime.UtcNow.ToString("yyyyMMddHHmmssfff", CultureInfo.InvariantCulture);
            var database = Path.Combine(into, $"yarnwheel-{stamp}.db");
            WholeFile.Write(database, temporary => Copying.Database(folder.Database, temporary), cancel);
            var files = new List<BackupFile> { Listed(into, database) };
            var people = Path.Combine(into, $"{BackupManifest.People}{stamp}.sqlite");
            if (File.Exists(folder.People))
            {
                WholeFile.Write(people, temporary => Copying.Database(folder.People, temporary), cancel);
                files.Add(Listed(into, people));
            }
            List<PhotoRow> photos;
            await using (var context = await contexts.CreateDbContextAsync(cancel))
                photos = await context.Photos.AsNoTracking().Include(p => p.Takes).AsSplitQuery().ToListAsync(cancel);
            var (copied, kept, bytes) = (1, 0, new FileInfo(database).Length);
            var wanted = Wanted(photos).ToList();
            for (var k = 0; k < wanted.Count; k++)
            {
                cancel.ThrowIfCancellationRequested();
                var (path, from, content) = wanted[k];
                var to = BackupManifest.PathIn(into, path);
                if (from is not null && !File.Exists(from)) continue;
                var length = from is null ? content!.Length : new FileInfo(from).Length;
                if (from is not null && before.TryGetValue(path, out var known) && known.Bytes == length && File.Exists(to) && new FileInfo(to).Length == length)
                {
                    files.Add(known);
                    kept++;
                }
                else
                {
                    Directory.CreateDirectory(Path.GetDirectoryName(to)!);
                    WholeFile.Write(to, temporary =>
                    {
                        if (from is null) File.WriteAllBytes(temporary, content!);
                        else Copying.File(from, temporary);
                    }, cancel);
                    files.Add(Listed(into, to));
                    copied++;
                    bytes += length;
                }
                progress?.Report((k + 1.0) / wanted.Count);
            }
            WholeFile.Write(Path.Combine(into, BackupManifest.FileName), temporary => File.WriteAllBytes(temporary, new BackupManifest(BackupManifest.Current, DateTime.UtcNow, photos.Count, files).ToBytes()), cancel);
            foreach (var old in before.Keys.Except(files.Select(f => f.Path))) File.Delete(BackupManifest.PathIn(into, old));
            // Also the databases of backups that were not finished.
            foreach (var old in Directory.EnumerateFiles(into, "yarnwheel-*.db").Concat(Directory.EnumerateFiles(into, BackupManifest.People + "*.sqlite")).Where(f => f != database && f != people)) File.Delete(old);
            progress?.Report(1);
            return new BackupOutcome(photos.Count, copied, kept, bytes);
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
        {
            throw new YarnwheelException($"The backup in {into} could not be made: {exception.Message} An earlier one there stays as it was.", exception);
        }
    }

    private string Target(string into)
    {
        if (string.IsNullOrWhiteSpace(into)) throw new YarnwheelException("A backup needs a folder; nothing was saved.");
        var full = Path.GetFullPath(into);
        return full == folder.Root || full.StartsWith(folder.Root + Path.DirectorySeparatorChar, StringComparison.Ordinal)
            ? throw new YarnwheelException("A backup goes to a folder outside the data folder, best on another disk; nothing was saved.") : full;
    }

    /// <summary>All files but the database: where each goes, and what it is copied from or holds.</summary>
    private IEnumerable<(string Path, string? From, byte[]? Content)> Wanted(IReadOnlyList<PhotoRow> photos)
    {
        foreach (var photo in photos.DistinctBy(p => p.Hash)) yield return ($"originals/{photo.Hash[..2]}/{photo.Hash}{photo.Extension}", new OriginalStore(folder).PathOf(photo.Hash, photo.Extension), null);
        foreach (var mask in Directory.EnumerateFiles(folder.Masks)) yield return ($"masks/{Path.GetFileName(mask)}", mask, null);
        foreach (var take in photos.SelectMany(p => p.Takes))
            yield return (string.Create(CultureInfo.InvariantCulture, $"recipes/{take.PhotoId}-{take.Id}.json"), null, System.Text.Encoding.UTF8.GetBytes(take.Recipe));
        if (File.Exists(Path.Combine(folder.Root, "shortcuts.json"))) yield return ("shortcuts.json", Path.Combine(folder.Root, "shortcuts.json"), null);
    }

    private static BackupFile Listed(string folder, string path) => new(Path.GetRelativePath(folder, path).Replace(Path.DirectorySeparatorChar, '/'), BackupManifest.HashOf(path), new FileInfo(path).Length);
}
