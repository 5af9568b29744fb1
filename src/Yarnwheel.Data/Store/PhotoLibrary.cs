using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Examining;
using Yarnwheel.Codecs.Metadata;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>What became of a file that was added.</summary>
/// <param name="Photo">The photo.</param>
/// <param name="WasThere">Whether it was on the Shelf already.</param>
/// <param name="Brought">The take that a saved copy brought back to the photo it was made of; null for none.</param>
public sealed record AddedPhoto(PhotoRow Photo, bool WasThere, TakeRow? Brought = null);

/// <summary>The photos: adding, finding, removing.</summary>
public sealed class PhotoLibrary(IDbContextFactory<YarnwheelContext> contexts, OriginalStore originals, TakeShelf takes, PhotoLimits limits, IPhotoExaminer examiner)
{
    /// <summary>The same library, files that come in read by another.</summary>
    public PhotoLibrary With(IPhotoExaminer other) => new(contexts, originals, takes, limits, other);

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
    /// <exception cref="YarnwheelException">It can't be taken in; says why.</exception>
    public async Task<AddedPhoto> AddAsync(Stream source, string fileName, Recipe? recipe = null, CancellationToken cancel = default)
    {
        var (received, hash, bytes) = await originals.ReceiveAsync(source, (long)(limits.Megabytes * 1e6), cancel);
        try
        {
            await using var context = await contexts.CreateDbContextAsync(cancel);
            var known = await context.Photos.Include(p => p.Takes).OrderByDescending(p => p.Owner == context.Owner).FirstOrDefaultAsync(p => p.Hash == hash && p.Page == 0, cancel);
            if (known is not null)
            {
                // The same file again also brings back an original that went missing.
                originals.Keep(received, hash, known.Extension);
                return new AddedPhoto(known, true);
            }
            var facts = await examiner.ExamineAsync(received, 0, cancel);
            // A copy that was saved with its recipe inside brings it back to its photo; where that is not here, it comes as a photo with that take.
            var note = facts.Recipe;
            if (note?.Original is { } from && await context.Photos.Include(p => p.Takes).OrderBy(p => p.Page).FirstOrDefaultAsync(p => p.Hash == from, cancel) is { } own)
                return new AddedPhoto(own, true, await takes.AddAsync(own.Id, RecipeJson.Parse(note.Recipe), cancel));
            var photo = Row(context.Owner, hash, PhotoName.Of(fileName), bytes, 0, facts);
            photo.Takes = [TakeShelf.Begin("Take 1", recipe), .. note is null ? [] : (TakeRow[])[Saved(note)]];
            originals.Keep(received, hash, photo.Extension);
            return await KeepAsync(context, photo, cancel);
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

    /// <summary>Takes another page or frame of a photo's file in, as a photo of its own.</summary>
    /// <param name="id">Of the photo.</param>
    /// <param name="page">From 0.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="YarnwheelException">It can't be taken in; says why.</exception>
    public async Task<AddedPhoto> AddPageAsync(int id, int page, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var photo = await context.OwnPhotos.AsNoTracking().SingleOrDefaultAsync(p => p.Id == id, cancel) ?? throw new YarnwheelException("That photo is not on the Shelf any more.");
        if (page < 0 || page >= photo.Pages) throw new YarnwheelException($"{photo.Name} has the pages 1 to {photo.Pages}; nothing was added.");
        if (await context.Photos.Include(p => p.Takes).SingleOrDefaultAsync(p => p.Owner == photo.Owner && p.Hash == photo.Hash && p.Page == page, cancel) is { } known) return new AddedPhoto(known, true);
        var original = originals.Find(photo.Hash, photo.Extension, photo.Name);
        var facts = await examiner.ExamineAsync(original, page, cancel);
        var row = Row(photo.Owner, photo.Hash, PhotoName.OfPage(photo.Name, photo.Page, page), photo.Bytes, page, facts);
        row.Takes = [TakeShelf.Begin("Take 1", null)];
        return await KeepAsync(context, row, cancel);
    }

    private static PhotoRow Row(string owner, string hash, string name, long bytes, int page, PhotoFacts facts) => new()
    {
        Owner = owner,
        Hash = hash,
        Page = page,
        Pages = facts.Pages,
        Name = name,
        Extension = PhotoName.Extension(facts.Format),
        Width = facts.Width,
        Height = facts.Height,
        Bits = facts.Bits,
        Bytes = bytes,
        AddedAt = DateTime.UtcNow,
    };

    private async Task<AddedPhoto> KeepAsync(YarnwheelContext context, PhotoRow photo, CancellationToken cancel)
    {
        context.Photos.Add(photo);
        try
        {
            await context.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException exception) when (exception.InnerException is SqliteException { SqliteExtendedErrorCode: UniqueViolated })
        {
            // The same came twice at once, and the other was quicker.
            await using var again = await contexts.CreateDbContextAsync(cancel);
            return new AddedPhoto(await again.Photos.Include(p => p.Takes).SingleAsync(p => p.Owner == photo.Owner && p.Hash == photo.Hash && p.Page == photo.Page, cancel), true);
        }
        return new AddedPhoto(photo, false);
    }

    private static TakeRow Saved(RecipeNote note)
    {
        var take = TakeShelf.Begin("Take 2", RecipeJson.Parse(note.Recipe));
        (take.Place, take.Note) = (1, "What this picture was saved with, on another photo that is not here.");
        return take;
    }

    // SQLITE_CONSTRAINT_UNIQUE (sqlite.org/rescode.html).
    private const int UniqueViolated = 2067;

    private async Task<bool> IsKnownAsync(string hash)
    {
        try
        {
            await using var context = await contexts.CreateDbContextAsync(CancellationToken.None);
            return await context.Photos.IgnoreQueryFilters().AnyAsync(p => p.Hash == hash, CancellationToken.None);
        }
        catch (Exception exception) when (exception is SqliteException or InvalidOperationException)
        {
            // Where the database does not answer, the original is better kept than lost.
            return true;
        }
    }

    /// <summary>Removes a photo, its takes and its original. Does nothing where it is gone already, or somebody else's.</summary>
    /// <returns>Whether it was removed.</returns>
    public async Task<bool> RemoveAsync(int id, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var photo = await context.OwnPhotos.SingleOrDefaultAsync(p => p.Id == id, cancel);
        if (photo is null) return false;
        // Its takes go with it, those that could still be brought back too.
        context.Photos.Remove(photo);
        await context.SaveChangesAsync(cancel);
        if (!await context.Photos.IgnoreQueryFilters().AnyAsync(p => p.Hash == photo.Hash, cancel)) originals.Remove(photo.Hash, photo.Extension);
        return true;
    }
}
