using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Yarnwheel.Core;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>One photo being worked on.</summary>
internal sealed class IndexModel(TakeDesk desk, OpenPhotos photos, PhotoLibrary library, TakeShelf shelf, MixShelf mixes) : PageModel
{
    public TakeState Take { get; private set; } = null!;

    /// <summary>Of the photo, in their order.</summary>
    public IReadOnlyList<TakeRow> Takes { get; private set; } = [];

    /// <summary>Those that can be brought back.</summary>
    public IReadOnlyList<RemovedTake> Removed { get; private set; } = [];

    /// <summary>The photo's chosen take, or null.</summary>
    public int? Chosen { get; private set; }

    /// <summary>This take among them.</summary>
    public TakeRow Own => Takes.First(t => t.Id == Take.Id);

    public async Task<IActionResult> OnGetAsync(int take, CancellationToken cancel)
    {
        try
        {
            Take = await desk.GetAsync(take, cancel);
        }
        catch (YarnwheelException)
        {
            return Redirect("/");
        }
        if (await library.FindAsync(Take.Photo.Id, cancel) is not { } photo || photo.Takes.All(t => t.Id != take)) return Redirect("/");
        (Takes, Chosen) = (photo.Takes, photo.ChosenTakeId);
        Removed = await shelf.RemovedAsync(photo.Id, cancel);
        return Page();
    }

    /// <summary>The areas and the settings of what is chosen.</summary>
    public async Task<IActionResult> OnGetPanelAsync(int take, int? area, int? part, bool knot, string? begin, string? work, CancellationToken cancel)
    {
        var state = await desk.GetAsync(take, cancel);
        var open = await photos.GetAsync(state.Photo, cancel);
        return Partial("_Panel", PanelModel.Of(state, open.Renderer.Photo.Full, area, part, knot, begin, work));
    }

    /// <summary>The starting mixes, shown on this photo.</summary>
    public async Task<IActionResult> OnGetMixesAsync(int take, CancellationToken cancel) =>
        Partial("_Mixes", new MixesModel(await desk.GetAsync(take, cancel), await mixes.ListAsync(cancel)));

    /// <summary>The dialog for saving a copy.</summary>
    public async Task<IActionResult> OnGetSaveAsync(int take, CancellationToken cancel)
    {
        var state = await desk.GetAsync(take, cancel);
        var open = await photos.GetAsync(state.Photo, cancel);
        return Partial("_Save", new SaveModel(state, open.Decoded.Note));
    }
}

/// <summary>What the dialog for saving a copy shows.</summary>
/// <param name="State">The take.</param>
/// <param name="ColourNote">What became of the photo's colours, in words; null where that is plain.</param>
public sealed record SaveModel(TakeState State, string? ColourNote);
