using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>The photos: adding, finding, removing.</summary>
public sealed class PhotoLibrary(IDbContextFactory<YarnwheelContext> contexts, OriginalStore originals, PhotoLimits limits)
{
    /// <summary>A photo with its takes, or null.</summary>
    public async Task<PhotoRow?> FindAsync(int id, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        return await context.Photos.AsNoTracking().Include(p => p.Takes.OrderBy(t => t.Place)).SingleOrDefaultAsync(p => p.Id == id, cancel);
    }

    /// <summary>Takes a photo in: stored once, decoded once to be sure that it is whole, with a first take.</summary>
    /// <param name="source">The file.</param>
    /// <param name="fileName">As the photographer calls it; only its last part counts.</param>
    /// <param name="recipe">Of the first take; null for a fresh one.</param>
    /// <param name="cancel">Ends the work early; nothing is kept.</param>
    /// <returns>The photo, and whether it was there already.</returns>
    /// <exception cref="YarnwheelException">It can't be taken in; says why.</exception>
    public async Task<(PhotoRow Photo, bool WasThere)> AddAsync(Stream source, string fileName, Recipe? recipe = null, CancellationToken cancel = default)
    {
        var (received, hash, bytes) = await originals.ReceiveAsync(source, (long)(limits.Megabytes * 1e6), cancel);
        try
        {
            await using var context = await contexts.CreateDbContextAsync(cancel);
            var known = await context.Photos.Include(p => p.Takes).SingleOrDefaultAsync(p => p.Hash == hash, cancel);
            if (known is not null)
            {
                // The same file again also brings back an original that went missing.
                originals.Keep(received, hash, known.Extension);
                return (known, true);
            }
            var decoded = await Task.Run(() => new PhotoReader(limits).Read(received, cancel), cancel);
            var photo = new PhotoRow
            {
                Hash = hash,
                Name = PhotoName.Of(fileName),
                Extension = PhotoName.Extension(decoded.Format),
                Width = decoded.Pixels.Width,
                Height = decoded.Pixels.Height,
                Bits = decoded.Bits,
                Bytes = bytes,
                AddedAt = DateTime.UtcNow,
                Takes = [TakeShelf.Begin("Take 1", recipe)],
            };
            originals.Keep(received, hash, photo.Extension);
            context.Photos.Add(photo);
            try
            {
                await context.SaveChangesAsync(cancel);
            }
            catch (DbUpdateException exception) when (exception.InnerException is SqliteException { SqliteExtendedErrorCode: UniqueViolated })
            {
                // The same file came twice at once, and the other was quicker.
                await using var again = await contexts.CreateDbContextAsync(cancel);
                return (await again.Photos.Include(p => p.Takes).SingleAsync(p => p.Hash == hash, cancel), true);
            }
            return (photo, false);
        }
        catch
        {
            // Nothing is known of the photo, so nothing of it stays.
            if (!await IsKnownAsync(hash)) originals.RemoveAll(hash);
            throw;
        }
        finally
        {
            File.Delete(received);
        }
    }

    // SQLITE_CONSTRAINT_UNIQUE (sqlite.org/rescode.html).
    private const int UniqueViolated = 2067;

    private async Task<bool> IsKnownAsync(string hash)
    {
        try
        {
            await using var context = await contexts.CreateDbContextAsync(CancellationToken.None);
            return await context.Photos.AnyAsync(p => p.Hash == hash, CancellationToken.None);
        }
        catch (Exception exception) when (exception is SqliteException or InvalidOperationException)
        {
            // Where the database does not answer, the original is better kept than lost.
            return true;
        }
    }

    /// <summary>Removes a photo, its takes and its original. Does nothing where it is gone already.</summary>
    public async Task RemoveAsync(int id, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var photo = await context.Photos.SingleOrDefaultAsync(p => p.Id == id, cancel);
        if (photo is null) return;
        // Its takes go with it, those that could still be brought back too.
        context.Photos.Remove(photo);
        await context.SaveChangesAsync(cancel);
        originals.Remove(photo.Hash, photo.Extension);
    }
}
