using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Core.Looks;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>A look in the list: its key and what is shown of it.</summary>
public sealed record LookLine(string Key, string Name, string Words, int? Kept = null);

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

    public IReadOnlyList<(string Title, IReadOnlyList<LookLine> Lines)> Groups { get; private set; } = [];

    public async Task OnGetAsync(int take, CancellationToken cancel)
    {
        Take = await desk.GetAsync(take, cancel);
        var kept = await shelf.ListAsync(cancel);
        var others = await takes.OthersAsync(take, cancel);
        Groups =
        [
            ("Kept", kept.Select(l => new LookLine(LookDesk.KeyOf(l), l.Look.Name, l.Look.Words ?? "Kept from a take", l.Id)).ToList()),
            ("Of the dye-house", OwnLooks.All.Select(l => new LookLine(l.Key, l.Look.Name, l.Look.Words ?? "")).ToList()),
            ("Other takes", others.Select(t => new LookLine(LookDesk.KeyOf(t.Id), t.Photo == Take.Photo.Name ? t.Name : $"{t.Photo}, {t.Name}", "Pieces of another take")).ToList()),
        ];
    }

    /// <summary>What is in a look, to choose from.</summary>
    public async Task<IActionResult> OnGetOneAsync(int take, string look, CancellationToken cancel)
    {
        var state = await desk.GetAsync(take, cancel);
        var found = await looks.FindAsync(look, state.Photo.Id, cancel);
        return Partial("_Look", new ChosenLook(look, found, await looks.IsOfPhotoAsync(look, state.Photo.Id, cancel), state.Recipe.Areas.Length > 0));
    }
}
