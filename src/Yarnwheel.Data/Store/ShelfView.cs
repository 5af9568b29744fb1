using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>In which order photos stand on the Shelf.</summary>
public enum ShelfOrder
{
    /// <summary>Those that came last first.</summary>
    Newest,

    /// <summary>Those that came first first.</summary>
    Oldest,

    /// <summary>By name; numbers in it by their size.</summary>
    Name,

    /// <summary>Those worked on last first.</summary>
    Worked,
}

/// <summary>Which photos the Shelf shows, and in which order.</summary>
/// <param name="Order">Of the photos.</param>
/// <param name="Find">Part of the name; null or empty for every name.</param>
/// <param name="Liked">Only those with the like mark.</param>
/// <param name="Chosen">Only those with a chosen take.</param>
/// <param name="Untouched">Only those that nobody worked on.</param>
/// <param name="Set">Only those of a set.</param>
public sealed record ShelfWish(ShelfOrder Order = ShelfOrder.Newest, string? Find = null, bool Liked = false, bool Chosen = false, bool Untouched = false, int? Set = null);

/// <summary>A take as the Shelf shows it.</summary>
public sealed record ShelfTake(int Id, string Name, string Note, long Revision, DateTime ChangedAt, bool IsTouched);

/// <summary>A photo as the Shelf shows it.</summary>
/// <param name="Id">Of the photo.</param>
/// <param name="Name">Of the photo.</param>
/// <param name="Width">Pixels, upright.</param>
/// <param name="Height">Pixels, upright.</param>
/// <param name="Bits">Of a sample.</param>
/// <param name="Liked">Whether it has the like mark.</param>
/// <param name="Chosen">Its chosen take, or null.</param>
/// <param name="Takes">In their order; never empty.</param>
/// <param name="Page">Which page or frame of its file it is, from 0.</param>
/// <param name="Pages">How many the file has.</param>
/// <param name="Owner">Whose it is, where it is somebody else's; null for one's own.</param>
public sealed record ShelfPhoto(int Id, string Name, int Width, int Height, int Bits, bool Liked, int? Chosen, IReadOnlyList<ShelfTake> Takes, int Page = 0, int Pages = 1, string? Owner = null)
{
    /// <summary>The take whose picture stands for the photo: the chosen one, else the one worked on last.</summary>
    public ShelfTake Shown => Takes.FirstOrDefault(t => t.Id == Chosen) ?? Takes.MaxBy(t => t.ChangedAt)!;
}

/// <summary>Looks photos up for the Shelf; never reads a recipe, so that a thousand photos are no work.</summary>
public sealed partial class ShelfView(IDbContextFactory<YarnwheelContext> contexts)
{
    public async Task<IReadOnlyList<ShelfPhoto>> ListAsync(ShelfWish wish, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(wish);
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var photos = context.Photos.AsNoTracking();
        if (wish.Liked) photos = photos.Where(p => p.Liked);
        if (wish.Set is { } set) photos = photos.Where(p => p.Sets.Any(s => s.Id == set));
        if (wish.Untouched) photos = photos.Where(p => p.Takes.All(t => t.Revision == 1));
        if (wish.Chosen) photos = photos.Where(p => p.Takes.Any(t => t.Id == p.ChosenTakeId));
        if (wish.Find?.Trim() is { Length: > 0 } find) photos = photos.Where(p => EF.Functions.Like(p.Name, $"%{Escaped(find)}%", "!"));
        var rows = await photos.OrderByDescending(p => p.Id).Select(p => new { p.Id, p.Name, p.Width, p.Height, p.Bits, p.Liked, p.ChosenTakeId, p.Page, p.Pages, Owner = context.OwnPhotos.Any(o => o.Id == p.Id) ? null : p.Owner }).ToListAsync(cancel);
        var takes = (await context.Takes.AsNoTracking().Where(t => photos.Any(p => p.Id == t.PhotoId)).OrderBy(t => t.Place).ThenBy(t => t.Id)
            .Select(t => new { t.PhotoId, Take = new ShelfTake(t.Id, t.Name, t.Note, t.Revision, t.ChangedAt, t.Revision > 1) }).ToListAsync(cancel)).ToLookup(t => t.PhotoId, t => t.Take);
        var list = rows.Where(p => takes.Contains(p.Id)).Select(p => new ShelfPhoto(p.Id, p.Name, p.Width, p.Height, p.Bits, p.Liked, p.ChosenTakeId, takes[p.Id].ToList(), p.Page, p.Pages, p.Owner));
        return (wish.Order switch
        {
            ShelfOrder.Oldest => list.Reverse(),
            ShelfOrder.Name => list.OrderBy(p => SortKey(p.Name), StringComparer.Ordinal),
            ShelfOrder.Worked => list.OrderByDescending(p => p.Takes.Max(t => t.ChangedAt)),
            _ => list,
        }).ToList();
    }

    /// <summary>Gives photos the like mark, or takes it away.</summary>
    public async Task LikeAsync(IReadOnlyCollection<int> photos, bool liked, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await context.OwnPhotos.Where(p => photos.Contains(p.Id)).ExecuteUpdateAsync(p => p.SetProperty(x => x.Liked, liked), cancel);
    }

    internal static string Escaped(string text) => text.Replace("!", "!!", StringComparison.Ordinal).Replace("%", "!%", StringComparison.Ordinal).Replace("_", "!_", StringComparison.Ordinal);

    /// <summary>By letters, the numbers among them by their size.</summary>
    private static string SortKey(string name) => Digits().Replace(name.ToLowerInvariant(), number => number.Value.PadLeft(20, '0'));

    [GeneratedRegex("[0-9]+")]
    private static partial Regex Digits();
}
