using System.Globalization;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Data.Keeping;

/// <summary>Brings a backup back. Every hash is checked before anything is changed; the database there was is kept in the folder of backups.</summary>
/// <param name="folder">What it is brought back into.</param>
public sealed class Restore(DataFolder folder)
{
    /// <summary>Brings it back; also while the application runs, whose open pages must then be read anew.</summary>
    /// <param name="from">The backup's folder.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early, as long as nothing was changed.</param>
    /// <returns>What was brought back.</returns>
    /// <exception cref="YarnwheelException">It can't be; says why.</exception>
    public BackupManifest Run(string from, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        from = Path.GetFullPath(from);
        var manifest = BackupManifest.Read(from);
        var database = manifest.Files.SingleOrDefault(f => f.Path.EndsWith(".db", StringComparison.Ordinal)) ?? throw new YarnwheelException("The backup has no database. Nothing was changed.");
        manifest.Check(from, progress is null ? null : new Progress<double>(v => progress.Report(0.6 * v)), cancel);
        if (DatabaseSetup.UnknownIn(BackupManifest.PathIn(from, database.Path)) is { } unknown) throw new YarnwheelException($"The backup was made by a newer Yarnwheel ({unknown}). Nothing was changed.");
        // Files are named by their content: those that are added harm nothing, should the rest fail.
        var people = manifest.Files.SingleOrDefault(f => f.Path.StartsWith(BackupManifest.People, StringComparison.Ordinal));
        foreach (var file in manifest.Files.Where(f => f != database && f != people && !f.Path.StartsWith("recipes/", StringComparison.Ordinal)))
        {
            var to = BackupManifest.PathIn(folder.Root, file.Path);
            if (File.Exists(to) && new FileInfo(to).Length == file.Bytes && BackupManifest.HashOf(to) == file.Sha256) continue;
            Directory.CreateDirectory(Path.GetDirectoryName(to)!);
            WholeFile.Write(to, temporary => Copying.File(BackupManifest.PathIn(from, file.Path), temporary), cancel);
        }
        KeepPresent();
        Copying.Database(BackupManifest.PathIn(from, database.Path), folder.Database);
        if (people is not null) Copying.Database(BackupManifest.PathIn(from, people.Path), folder.People);
        progress?.Report(1);
        return manifest;
    }

    private void KeepPresent()
    {
        if (!File.Exists(folder.Database) || new FileInfo(folder.Database).Length == 0) return;
        var stamp = DateTime.UtcNow.ToString("yyyyMMdd-HHmmss-fff", CultureInfo.InvariantCulture);
        Copying.Database(folder.Database, Path.Combine(folder.Backups, $"yarnwheel-{stamp}-before-restore.db"));
    }
}
