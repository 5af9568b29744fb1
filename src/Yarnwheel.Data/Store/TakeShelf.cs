using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>A take that was removed and can still be brought back.</summary>
public sealed record RemovedTake(int Id, string Name, DateTime At);

/// <summary>The takes of a photo: begun, renamed, ordered, chosen, removed and brought back.</summary>
public sealed class TakeShelf(IDbContextFactory<YarnwheelContext> contexts)
{
    /// <summary>How long a removed take can be brought back.</summary>
    public static readonly TimeSpan Grace = TimeSpan.FromDays(7);

    private const int LongestName = 60, LongestNote = 4000, Most = 200;

    /// <summary>A take as it begins, with the beginning of its journal.</summary>
    /// <param name="name">Of the take.</param>
    /// <param name="recipe">What it begins with; null for nothing.</param>
    internal static TakeRow Begin(string name, Recipe? recipe)
    {
        var text = RecipeJson.WriteCompact(recipe ?? new Recipe());
        var now = DateTime.UtcNow;
        return new TakeRow
        {
            Name = name,
            Recipe = text,
            Revision = 1,
            ChangedAt = now,
            Steps = [new StepRow { Number = 0, Label = "As it began", Forward = "[]", Inverse = "[]", Recipe = text, At = now }],
        };
    }

    /// <summary>Adds a take to a photo, as a copy of a recipe or fresh; the last of its row.</summary>
    /// <exception cref="YarnwheelException">The photo has too many.</exception>
    public async Task<TakeRow> AddAsync(int photoId, Recipe? recipe, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var names = await context.Takes.IgnoreQueryFilters().Where(t => t.PhotoId == photoId).Select(t => t.Name).ToListAsync(cancel);
        if (names.Count >= Most) throw new YarnwheelException($"A photo has room for {Most} takes. Remove one first; those removed count for {Grace.Days} days.");
        var number = names.Count + 1;
        while (names.Contains($"Take {number}")) number++;
        var take = Begin($"Take {number}", recipe);
        take.PhotoId = photoId;
        take.Place = 1 + await context.Takes.IgnoreQueryFilters().Where(t => t.PhotoId == photoId).MaxAsync(t => (int?)t.Place, cancel) ?? 0;
        context.Takes.Add(take);
        await context.SaveChangesAsync(cancel);
        return take;
    }

    /// <summary>Takes beside one: those of its photo in their order, then those of other photos that were worked on last; none there that does nothing yet.</summary>
    /// <param name="takeId">The take.</param>
    /// <param name="find">Only those with this in their or their photo's name; null for all.</param>
    /// <param name="cancel">Ends the reading.</param>
    /// <returns>At most 24.</returns>
    public async Task<IReadOnlyList<(int Id, string Photo, string Name)>> OthersAsync(int takeId, string? find = null, CancellationToken cancel = default)
    {
        const int most = 24;
        var fresh = RecipeJson.WriteCompact(new Recipe());
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var photo = await context.Takes.Where(t => t.Id == takeId).Select(t => t.PhotoId).SingleAsync(cancel);
        var like = $"%{ShelfView.Escaped(find?.Trim() ?? "")}%";
        var others = await context.Takes.Where(t => t.Id != takeId && (t.PhotoId == photo || t.Recipe != fresh))
            .Where(t => EF.Functions.Like(t.Name, like, "!") || EF.Functions.Like(t.Photo!.Name, like, "!"))
            .OrderByDescending(t => t.PhotoId == photo).ThenByDescending(t => t.ChangedAt).Take(most).Select(t => new { t.Id, Photo = t.Photo!.Name, t.Name }).ToListAsync(cancel);
        return others.Select(t => (t.Id, t.Photo, t.Name)).ToList();
    }

    /// <summary>Gives a take a name and a note; what is null stays.</summary>
    /// <exception cref="YarnwheelException">The name is empty, or one is too long.</exception>
    public async Task DescribeAsync(int takeId, string? name, string? note, CancellationToken cancel = default)
    {
        name = name?.Trim();
        if (name is { Length: 0 or > LongestName }) throw new YarnwheelException($"A take needs a name of 1 to {LongestName} characters; the old one stays.");
        if (note is { Length: > LongestNote }) throw new YarnwheelException($"A note has at most {LongestNote} characters; it was not kept.");
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await context.Takes.Where(t => t.Id == takeId)
            .ExecuteUpdateAsync(t => t.SetProperty(x => x.Name, x => name ?? x.Name).SetProperty(x => x.Note, x => note ?? x.Note), cancel);
    }

    /// <summary>Puts a take before another of its photo, or at the end of the row.</summary>
    public async Task MoveAsync(int takeId, int? before, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var photo = await context.Takes.Where(t => t.Id == takeId).Select(t => (int?)t.PhotoId).SingleOrDefaultAsync(cancel);
        var row = await context.Takes.Where(t => t.PhotoId == photo).OrderBy(t => t.Place).ThenBy(t => t.Id).ToListAsync(cancel);
        if (row.Find(t => t.Id == takeId) is not { } moved || before == takeId) return;
        row.Remove(moved);
        var at = row.FindIndex(t => t.Id == before);
        row.Insert(at < 0 ? row.Count : at, moved);
        for (var k = 0; k < row.Count; k++) row[k].Place = k;
        await context.SaveChangesAsync(cancel);
    }

    /// <summary>Marks a take as the one of its photo, or takes the mark away.</summary>
    /// <returns>Whether it is marked now.</returns>
    public async Task<bool> ChooseAsync(int takeId, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var photo = await context.Takes.Where(t => t.Id == takeId).Select(t => t.Photo!).SingleAsync(cancel);
        photo.ChosenTakeId = photo.ChosenTakeId == takeId ? null : takeId;
        await context.SaveChangesAsync(cancel);
        return photo.ChosenTakeId is not null;
    }

    /// <summary>Removes a take; it can be brought back for a while.</summary>
    /// <exception cref="YarnwheelException">It is the only one of its photo.</exception>
    public async Task RemoveAsync(int takeId, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var take = await context.Takes.Include(t => t.Photo).SingleOrDefaultAsync(t => t.Id == takeId, cancel);
        if (take is null) return;
        if (!await context.Takes.AnyAsync(t => t.PhotoId == take.PhotoId && t.Id != takeId, cancel)) throw new YarnwheelException("A photo keeps at least one take. Nothing was removed.");
        take.RemovedAt = DateTime.UtcNow;
        await context.SaveChangesAsync(cancel);
    }

    /// <summary>Brings a removed take back to its place. Does nothing where it is there, or gone for good.</summary>
    public async Task BringBackAsync(int takeId, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await context.Takes.IgnoreQueryFilters().Where(t => t.Id == takeId).ExecuteUpdateAsync(t => t.SetProperty(x => x.RemovedAt, (DateTime?)null), cancel);
    }

    /// <summary>The takes of a photo that were removed and can still be brought back, the last first.</summary>
    public async Task<IReadOnlyList<RemovedTake>> RemovedAsync(int photoId, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        return await context.Takes.IgnoreQueryFilters().Where(t => t.PhotoId == photoId && t.RemovedAt != null).OrderByDescending(t => t.RemovedAt)
            .Select(t => new RemovedTake(t.Id, t.Name, t.RemovedAt!.Value)).ToListAsync(cancel);
    }

    /// <summary>Lets go for good of takes that were removed longer ago than <see cref="Grace"/>.</summary>
    /// <returns>Their numbers.</returns>
    public async Task<IReadOnlyList<int>> SweepAsync(DateTime now, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var gone = await context.Takes.IgnoreQueryFilters().Where(t => t.RemovedAt < now - Grace).Select(t => t.Id).ToListAsync(cancel);
        await context.Photos.Where(p => p.ChosenTakeId != null && gone.Contains(p.ChosenTakeId.Value)).ExecuteUpdateAsync(p => p.SetProperty(x => x.ChosenTakeId, (int?)null), cancel);
        await context.Takes.IgnoreQueryFilters().Where(t => gone.Contains(t.Id)).ExecuteDeleteAsync(cancel);
        return gone;
    }
}
