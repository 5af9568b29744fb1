using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Shelves;

/// <summary>What a take is called, and what is written about it; null leaves it.</summary>
internal sealed record DescribeRequest(string? Name, string? Note);

/// <summary>Where a take is put: before another, or at the end.</summary>
internal sealed record MoveRequest(int? Before);

/// <summary>Takes beginning, being put in order, and going. What was asked for is done also when whoever asked leaves the page at once.</summary>
internal static class TakeEndpoints
{
    public static void MapTakes(this IEndpointRouteBuilder routes)
    {
        var takes = routes.MapGroup("/takes/{take:int}");
        takes.MapPost("/copy", async (int take, TakeShelf shelf, TakeDesk desk) =>
        {
            var state = await desk.GetAsync(take, CancellationToken.None);
            return Results.Json(new { id = (await shelf.AddAsync(state.Photo.Id, state.Recipe)).Id });
        });
        takes.MapPost("/describe", async (int take, DescribeRequest request, TakeShelf shelf, TakeDesk desk) =>
        {
            await shelf.DescribeAsync(take, request.Name, request.Note);
            desk.Forget(take);
            return Results.NoContent();
        });
        takes.MapPost("/move", async (int take, MoveRequest request, TakeShelf shelf) =>
        {
            await shelf.MoveAsync(take, request.Before);
            return Results.NoContent();
        });
        takes.MapPost("/choose", async (int take, TakeShelf shelf) => Results.Json(new { chosen = await shelf.ChooseAsync(take) }));
        takes.MapPost("/remove", async (int take, TakeShelf shelf, TakeDesk desk, PhotoLibrary library) =>
        {
            var state = await desk.GetAsync(take, CancellationToken.None);
            await shelf.RemoveAsync(take);
            desk.Forget(take);
            // Where the work goes on.
            return Results.Json(new { name = state.Name, next = (await library.FindAsync(state.Photo.Id))?.Takes.MaxBy(t => t.ChangedAt)?.Id });
        });
        takes.MapPost("/bring-back", async (int take, TakeShelf shelf) =>
        {
            await shelf.BringBackAsync(take);
            return Results.NoContent();
        });
        routes.MapGet("/photos/{photo:int}/as-it-came", async (int photo, PhotoLibrary library, ThumbnailStore thumbnails, HttpContext context) =>
        {
            if (await library.FindAsync(photo, context.RequestAborted) is not { } row) return Results.NotFound();
            context.Response.Headers.CacheControl = "private, max-age=86400";
            return Results.Bytes(await thumbnails.AsItCameAsync(row, context.RequestAborted), "image/jpeg");
        });
    }
}
