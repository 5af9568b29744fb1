using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Pages.Shelf;

/// <summary>The photos that are wished for, and the sets there are.</summary>
public sealed record ShelfModel(ShelfWish Wish, IReadOnlyList<ShelfPhoto> Photos, IReadOnlyList<SetLine> Sets)
{
    /// <summary>Whether any photo might be left out.</summary>
    public bool IsNarrowed => Wish with { Order = ShelfOrder.Newest, Find = Wish.Find?.Trim() is { Length: > 0 } ? Wish.Find : null } != new ShelfWish();
}

/// <summary>A set, and who might see it.</summary>
public sealed record ShareModel(SetShares Set, IReadOnlyList<Fellow> People);

/// <summary>All photos.</summary>
public sealed class IndexModel(ShelfView shelf, SetShelf sets, PhotoLibrary library, Sight sight, IServiceProvider services) : PageModel
{
    /// <summary>Which photos, as the address says.</summary>
    [BindProperty(SupportsGet = true, Name = "")]
    public ShelfWish Wish { get; set; } = new();

    public ShelfModel Shelf { get; private set; } = null!;

    public async Task OnGetAsync(CancellationToken cancel) => Shelf = await ReadAsync(cancel);

    /// <summary>The photos alone, for htmx.</summary>
    public async Task<IActionResult> OnGetPhotosAsync(CancellationToken cancel) => Partial("_Photos", await ReadAsync(cancel));

    /// <summary>The sets alone, for htmx.</summary>
    public async Task<IActionResult> OnGetSetsAsync(CancellationToken cancel) => Partial("_Sets", new ShelfModel(Wish, [], await sets.ListAsync(cancel)));

    /// <summary>The question before a photo is removed.</summary>
    public async Task<IActionResult> OnGetRemoveAsync(int id, CancellationToken cancel) =>
        await library.FindAsync(id, cancel) is { } photo ? Partial("_RemoveQuestion", photo) : NotFound();

    /// <summary>The question whom a set is shared with.</summary>
    public async Task<IActionResult> OnGetShareAsync(int set, CancellationToken cancel) => sight.Viewer is { IsOwner: true } viewer
        ? Partial("_ShareQuestion", new ShareModel(await sets.SharesAsync(set, cancel), await services.GetRequiredService<UserManager<IdentityUser>>().OthersAsync(viewer.Person))) : NotFound();

    private async Task<ShelfModel> ReadAsync(CancellationToken cancel) => new(Wish, await shelf.ListAsync(Wish, cancel), await sets.ListAsync(cancel));
}
