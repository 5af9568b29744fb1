using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>A set as the Shelf lists it.</summary>
/// <param name="Id">Of the set.</param>
/// <param name="Name">Of the set.</param>
/// <param name="Photos">How many are in it.</param>
/// <param name="Owner">Whose it is; empty for nobody's.</param>
/// <param name="IsOwn">Whether whoever looks may change and share it.</param>
/// <param name="Shared">With how many it is shared.</param>
public sealed record SetLine(int Id, string Name, int Photos, string Owner, bool IsOwn, int Shared);

/// <summary>A set, and with whom it is shared.</summary>
public sealed record SetShares(int Id, string Name, IReadOnlyList<string> People);

/// <summary>Sets: named groups of photos.</summary>
public sealed class SetShelf(IDbContextFactory<YarnwheelContext> contexts)
{
    private const int LongestName = 60, Most = 500;

    /// <summary>All, by name.</summary>
    public async Task<IReadOnlyList<SetLine>> ListAsync(CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        return await context.Sets.AsNoTracking().OrderBy(s => s.Name).ThenBy(s => s.Id).Select(s => new SetLine(s.Id, s.Name, s.Photos.Count, s.Owner, context.OwnSets.Any(o => o.Id == s.Id), s.Shares.Count)).ToListAsync(cancel);
    }

    /// <summary>Puts photos into a set, or into a new one.</summary>
    /// <param name="set">Null for a new one.</param>
    /// <param name="name">Of the new one.</param>
    /// <param name="photos">Those that are in it already, or gone, change nothing.</param>
    /// <param name="cancel">Ends the work before it is written.</param>
    /// <returns>The set.</returns>
    /// <exception cref="YarnwheelException">There is no such set, too many, or the name is empty or too long.</exception>
    public async Task<int> PutAsync(int? set, string? name, IReadOnlyCollection<int> photos, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        SetRow row;
        if (set is { } id)
        {
            row = await context.OwnSets.Include(s => s.Photos.Where(p => photos.Contains(p.Id))).SingleOrDefaultAsync(s => s.Id == id, cancel) ?? throw Gone();
        }
        else
        {
            if (await context.Sets.CountAsync(cancel) >= Most) throw new YarnwheelException($"There are {Most} sets already; remove one first.");
            row = new SetRow { Name = Named(name), Owner = context.Owner };
            context.Sets.Add(row);
        }
        var there = row.Photos.Select(p => p.Id).ToHashSet();
        row.Photos.AddRange(await context.OwnPhotos.Where(p => photos.Contains(p.Id) && !there.Contains(p.Id)).ToListAsync(cancel));
        await context.SaveChangesAsync(cancel);
        return row.Id;
    }

    /// <summary>Takes photos out of a set; they stay on the Shelf.</summary>
    public async Task TakeOutAsync(int set, IReadOnlyCollection<int> photos, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var row = await context.OwnSets.Include(s => s.Photos.Where(p => photos.Contains(p.Id))).SingleOrDefaultAsync(s => s.Id == set, cancel) ?? throw Gone();
        row.Photos.Clear();
        await context.SaveChangesAsync(cancel);
    }

    /// <exception cref="YarnwheelException">The name is empty or too long.</exception>
    public async Task RenameAsync(int set, string name, CancellationToken cancel = default)
    {
        var wanted = Named(name);
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await context.OwnSets.Where(s => s.Id == set).ExecuteUpdateAsync(s => s.SetProperty(x => x.Name, wanted), cancel);
    }

    /// <summary>Removes a set; its photos stay.</summary>
    public async Task RemoveAsync(int set, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await context.OwnSets.Where(s => s.Id == set).ExecuteDeleteAsync(cancel);
    }

    /// <summary>With whom a set is shared.</summary>
    /// <exception cref="YarnwheelException">There is no such set, or it is somebody else's.</exception>
    public async Task<SetShares> SharesAsync(int set, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        return await context.OwnSets.AsNoTracking().Where(s => s.Id == set).Select(s => new SetShares(s.Id, s.Name, s.Shares.Select(h => h.Person).OrderBy(p => p).ToList())).SingleOrDefaultAsync(cancel) ?? throw Gone();
    }

    /// <summary>Shares a set with these, and with nobody else.</summary>
    /// <exception cref="YarnwheelException">There is no such set, it is somebody else's, or these are too many.</exception>
    public async Task ShareAsync(int set, IReadOnlyCollection<string> people, CancellationToken cancel = default)
    {
        if (people.Count > Most) throw new YarnwheelException($"A set is shared with {Most} people at most. Nothing was changed.");
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var row = await context.OwnSets.Include(s => s.Shares).SingleOrDefaultAsync(s => s.Id == set, cancel) ?? throw Gone();
        row.Shares.RemoveAll(h => !people.Contains(h.Person));
        row.Shares.AddRange(people.Distinct().Except(row.Shares.Select(h => h.Person)).Select(p => new ShareRow { SetId = set, Person = p }));
        await context.SaveChangesAsync(cancel);
    }

    private static string Named(string? name) =>
        name?.Trim() is { Length: > 0 and <= LongestName } good ? good : throw new YarnwheelException($"A set needs a name of 1 to {LongestName} characters. Nothing was changed.");

    private static YarnwheelException Gone() => new("That set is not there any more. Nothing was changed.");
}
