using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Core.Looks;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>A look in the list: its key and what is shown of it.</summary>
public sealed record LookLine(string Key, string Name, string Words);

/// <summary>Looks, and the take they are shown on.</summary>
public sealed record LookList(TakeState Take, IReadOnlyList<LookLine> Lines);

/// <summary>A look that was chosen, and the take it would be laid on.</summary>
/// <param name="Key">Its key.</param>
/// <param name="Look">The look.</param>
/// <param name="IsOwn">Whether it is a take of the same photo, where everything lies right.</param>
/// <param name="HasAreas">Whether the take has areas.</param>
public sealed record ChosenLook(string Key, Look Look, bool IsOwn, bool HasAreas)
{
    /// <summary>Whether its areas stand in place of those there, unless something else is asked for.</summary>
    public bool IsInstead => LookDesk.IsInstead(Key);
}

/// <summary>Looks to lay on a take.</summary>
internal sealed class LooksModel(TakeDesk desk, LookDesk looks, LookShelf shelf, TakeShelf takes) : PageModel
{
    public TakeState Take { get; private set; } = null!;

    public LookList Kept { get; private set; } = null!;

    public LookList Own { get; private set; } = null!;

    public LookList Others { get; private set; } = null!;

    public async Task OnGetAsync(int take, CancellationToken cancel)
    {
        Take = await desk.GetAsync(take, cancel);
        Kept = new(Take, (await shelf.ListAsync(cancel)).Select(l => new LookLine(LookDesk.KeyOf(l), l.Look.Name, l.Look.Words ?? "Kept from a take")).ToList());
        Own = new(Take, OwnLooks.All.Select(l => new LookLine(l.Key, l.Look.Name, l.Look.Words ?? "")).ToList());
        Others = await OthersAsync(null, cancel);
    }

    /// <summary>The other takes alone: those that a search finds.</summary>
    public async Task<IActionResult> OnGetTakesAsync(int take, string? find, CancellationToken cancel)
    {
        Take = await desk.GetAsync(take, cancel);
        return Partial("_LookList", await OthersAsync(find, cancel));
    }

    private async Task<LookList> OthersAsync(string? find, CancellationToken cancel) => new(Take, (await takes.OthersAsync(Take.Id, find, cancel))
        .Select(t => new LookLine(LookDesk.KeyOf(t.Id), t.Photo == Take.Photo.Name ? t.Name : $"{t.Photo}, {t.Name}", "Pieces of another take")).ToList());

    /// <summary>What is in a look, to choose from.</summary>
    public async Task<IActionResult> OnGetOneAsync(int take, string look, CancellationToken cancel)
    {
        var state = await desk.GetAsync(take, cancel);
        var found = await looks.FindAsync(look, state.Photo.Id, cancel);
        return Partial("_Look", new ChosenLook(look, found, await looks.IsOfPhotoAsync(look, state.Photo.Id, cancel), state.Recipe.Areas.Length > 0));
    }
}
