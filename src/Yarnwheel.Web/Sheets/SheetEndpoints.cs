using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.Pages.Sheets;

namespace Yarnwheel.Web.Sheets;

/// <summary>Contact sheets as files.</summary>
internal static class SheetEndpoints
{
    public static void MapSheets(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/sheet.pdf", async (string? photos, int? across, string? title, ShelfView shelf, TakeDesk takes, ThumbnailStore thumbnails, SheetPdf pdf, CancellationToken cancel) =>
        {
            var lines = await IndexModel.LinesAsync(shelf, photos ?? "", cancel);
            if (lines.Count == 0) return Results.NotFound();
            var pictures = new Dictionary<int, byte[]>();
            foreach (var line in lines) pictures[line.Take] = await thumbnails.GetAsync(await takes.GetAsync(line.Take, cancel), cancel);
            var heading = title is { Length: > 0 and <= 100 } ? title : "Contact sheet";
            return Results.File(pdf.Draw(heading, lines, Math.Clamp(across ?? 3, 1, 6), line => pictures[line.Take]), "application/pdf", "contact-sheet.pdf");
        });
}
