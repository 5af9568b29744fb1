using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Shelves;

/// <summary>What a take is called, and what is written about it; null leaves it.</summary>
internal sealed record DescribeRequest(string? Name, string? Note);

/// <summary>Where a take is put: before another, or at the end.</summary>
internal sealed record MoveRequest(int? Before);

/// <summary>Takes beginning, being put in order, and going.</summary>
internal static class TakeEndpoints
{
    public static void MapTakes(this IEndpointRouteBuilder routes)
    {
        var takes = routes.MapGroup("/takes/{take:int}");
        takes.MapPost("/copy", async (int take, TakeShelf shelf, TakeDesk desk, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            return Results.Json(new { id = (await shelf.AddAsync(state.Photo.Id, state.Recipe, cancel)).Id });
        });
        takes.MapPost("/describe", async (int take, DescribeRequest request, TakeShelf shelf, TakeDesk desk, CancellationToken cancel) =>
        {
            await shelf.DescribeAsync(take, request.Name, request.Note, cancel);
            desk.Forget(take);
            return Results.NoContent();
        });
        takes.MapPost("/move", async (int take, MoveRequest request, TakeShelf shelf, CancellationToken cancel) =>
        {
            await shelf.MoveAsync(take, request.Before, cancel);
            return Results.NoContent();
        });
        takes.MapPost("/choose", async (int take, TakeShelf shelf, CancellationToken cancel) => Results.Json(new { chosen = await shelf.ChooseAsync(take, cancel) }));
        takes.MapPost("/remove", async (int take, TakeShelf shelf, TakeDesk desk, PhotoLibrary library, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            await shelf.RemoveAsync(take, cancel);
            desk.Forget(take);
            // Where the work goes on.
            return Results.Json(new { name = state.Name, next = (await library.FindAsync(state.Photo.Id, cancel))?.Takes.MaxBy(t => t.ChangedAt)?.Id });
        });
        takes.MapPost("/bring-back", async (int take, TakeShelf shelf, CancellationToken cancel) =>
        {
            await shelf.BringBackAsync(take, cancel);
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
