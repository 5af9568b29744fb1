using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Keeping;

namespace Yarnwheel.Web.Pages.Keeping;

/// <summary>Backups, plain files, and bringing back.</summary>
public sealed class IndexModel(KeepingDesk desk, DataFolder folder, RoomLeft room) : PageModel
{
    public KeepingState? State => desk.State;

    /// <summary>The data folder.</summary>
    public string Root => folder.Root;

    public string? Room => room.Bytes is { } bytes ? KeepingDesk.Size(bytes) : null;

    /// <summary>Where the last backup went.</summary>
    public string? Last => desk.State is { Kind: not KeepingKind.Export } state ? state.Folder : null;

    /// <summary>Where the work stands, for htmx.</summary>
    public IActionResult OnGetState() => Partial("_State", State);
}
