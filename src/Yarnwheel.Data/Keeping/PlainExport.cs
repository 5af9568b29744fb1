using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Data.Keeping;

/// <summary>Hands everything over as plain files: originals by their names, the recipe of each take beside them, and the mask pictures that recipes name.</summary>
/// <param name="contexts">Of the database.</param>
/// <param name="folder">Where originals and masks are.</param>
public sealed class PlainExport(IDbContextFactory<YarnwheelContext> contexts, DataFolder folder)
{
    /// <param name="into">A folder that is empty, or not there yet.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early; what was written stays.</param>
    /// <returns>How many photos were written, and the names of those whose original is missing.</returns>
    /// <exception cref="YarnwheelException">It can't be written; says why.</exception>
    public async Task<(int Photos, IReadOnlyList<string> Missing)> WriteAsync(string into, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        if (string.IsNullOrWhiteSpace(into)) throw new YarnwheelException("An export needs a folder; nothing was saved.");
        into = Path.GetFullPath(into);
        if (Directory.Exists(into) && Directory.EnumerateFileSystemEntries(into).Any()) throw new YarnwheelException($"The folder {into} is not empty; nothing was saved.");
        List<PhotoRow> photos;
        await using (var context = await contexts.CreateDbContextAsync(cancel))
            photos = await context.Photos.AsNoTracking().Include(p => p.Takes.OrderBy(t => t.Place)).AsSplitQuery().OrderBy(p => p.Id).ToListAsync(cancel);
        var missing = new List<string>();
        try
        {
            Directory.CreateDirectory(into);
            var given = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
            for (var k = 0; k < photos.Count; k++)
            {
                cancel.ThrowIfCancellationRequested();
                var photo = photos[k];
                var name = Unused(given, FileName.Of(photo.Name));
                var original = new OriginalStore(folder).PathOf(photo.Hash, photo.Extension);
                if (File.Exists(original)) WholeFile.Write(Path.Combine(into, name + photo.Extension), temporary => Copying.File(original, temporary), cancel);
                else missing.Add(photo.Name);
                foreach (var take in photo.Takes)
                    await File.WriteAllTextAsync(Path.Combine(into, $"{Unused(given, $"{name} {FileName.Of(take.Name)}")}.recipe.json"), take.Recipe, cancel);
                progress?.Report((k + 1.0) / photos.Count);
            }
            foreach (var mask in Directory.EnumerateFiles(folder.Masks, "*.png")) WholeFile.Write(Path.Combine(into, Path.GetFileName(mask)), temporary => Copying.File(mask, temporary), cancel);
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
        {
            throw new YarnwheelException($"The export into {into} stopped: {exception.Message}", exception);
        }
        return (photos.Count, missing);
    }

    private static string Unused(HashSet<string> given, string name)
    {
        var unused = name;
        for (var k = 2; !given.Add(unused); k++) unused = $"{name} {k}";
        return unused;
    }
}
