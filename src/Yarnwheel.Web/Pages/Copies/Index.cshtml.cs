using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Core.Looks;
using Yarnwheel.Data.Store;
using Yarnwheel.Orders.Book;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Pages.Copies;

/// <summary>What the question how a set is saved shows.</summary>
/// <param name="Count">Of photos.</param>
/// <param name="Looks">That can be laid on each: keys and names.</param>
/// <param name="Folder">Where the last went.</param>
public sealed record SaveSetModel(int Count, IReadOnlyList<(string Key, string Name)> Looks, string? Folder);

/// <summary>Copies that were asked for, and where they stand.</summary>
public sealed class IndexModel(OrderBook book, LookShelf looks, Sight sight) : PageModel
{
    public IReadOnlyList<OrderState> Orders { get; private set; } = [];

    public void OnGet() => Orders = Read();

    /// <summary>The list alone, for htmx.</summary>
    public IActionResult OnGetOrders() => Partial("_Orders", Read());

    /// <summary>The question how photos are saved.</summary>
    public async Task<IActionResult> OnGetSaveAsync(int count, CancellationToken cancel)
    {
        var kept = (await looks.ListAsync(cancel)).Select(l => (LookDesk.KeyOf(l), l.Look.Name));
        var folder = sight.IsOn ? null : book.List().FirstOrDefault(o => o.Target == OrderTarget.Folder)?.Folder;
        return Partial("_SaveSet", new SaveSetModel(count, [.. kept, .. OwnLooks.All.Select(l => (l.Key, l.Look.Name))], folder));
    }

    private List<OrderState> Read() => [.. book.List().Where(o => !o.IsSingle && o.Person == sight.Viewer?.Person).Select(book.StateOf)];
}
