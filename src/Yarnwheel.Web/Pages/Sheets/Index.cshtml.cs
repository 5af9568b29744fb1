using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Sheets;

namespace Yarnwheel.Web.Pages.Sheets;

/// <summary>A contact sheet, to be printed or saved as PDF.</summary>
public sealed class IndexModel(ShelfView shelf) : PageModel
{
    /// <summary>Numbers of photos, with commas between.</summary>
    [BindProperty(SupportsGet = true)]
    public string Photos { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public int Across { get; set; } = 3;

    [BindProperty(SupportsGet = true, Name = "title")]
    public string? Asked { get; set; }

    public string Heading => Asked is { Length: > 0 } title ? title[..Math.Min(title.Length, 100)] : "Contact sheet";

    public IReadOnlyList<SheetLine> Lines { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        Across = Math.Clamp(Across, 1, 6);
        Lines = await LinesAsync(shelf, Photos, cancel);
        return Lines.Count > 0 ? Page() : Redirect("/");
    }

    /// <summary>The pictures of photos: those that are on the Shelf, in the order they are named.</summary>
    internal static async Task<IReadOnlyList<SheetLine>> LinesAsync(ShelfView shelf, string photos, CancellationToken cancel)
    {
        var known = (await shelf.ListAsync(new ShelfWish(), cancel)).ToDictionary(p => p.Id);
        return [.. photos.Split(',').Select(p => int.TryParse(p, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? known.GetValueOrDefault(id) : null).OfType<ShelfPhoto>()
            .Select(p => new SheetLine(p.Shown.Id, p.Shown.Revision, p.Name, p.Shown.Name, p.Width, p.Height))];
    }
}
