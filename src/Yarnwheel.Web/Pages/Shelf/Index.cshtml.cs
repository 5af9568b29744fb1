using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Pages.Shelf;

/// <summary>All photos.</summary>
public sealed class IndexModel(PhotoLibrary library) : PageModel
{
    public IReadOnlyList<PhotoRow> Photos { get; private set; } = [];

    public async Task OnGetAsync(CancellationToken cancel) => Photos = await library.ListAsync(cancel);

    /// <summary>The photos alone, for htmx.</summary>
    public async Task<IActionResult> OnGetPhotosAsync(CancellationToken cancel) => Partial("_Photos", await library.ListAsync(cancel));

    /// <summary>The question before a photo is removed.</summary>
    public async Task<IActionResult> OnGetRemoveAsync(int id, CancellationToken cancel) =>
        await library.FindAsync(id, cancel) is { } photo ? Partial("_RemoveQuestion", photo) : NotFound();
}
