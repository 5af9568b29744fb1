using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Shelves;

/// <summary>Photos that are put into a set: one that is there, or a new one of a name.</summary>
internal sealed record PutRequest(int? Set, string? Name, int[] Photos);

/// <summary>Photos that are meant.</summary>
internal sealed record PhotosRequest(int[] Photos);

/// <summary>Photos that get the like mark, or lose it.</summary>
internal sealed record LikeRequest(int[] Photos, bool Liked);

/// <summary>A name.</summary>
internal sealed record NameRequest(string Name);

/// <summary>Like marks, and sets of photos.</summary>
internal static class SetEndpoints
{
    public static void MapSets(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/shelf/like", async (LikeRequest request, ShelfView shelf, CancellationToken cancel) =>
        {
            await shelf.LikeAsync(request.Photos ?? [], request.Liked, cancel);
            return Results.NoContent();
        });
        routes.MapPost("/sets", async (PutRequest request, SetShelf sets, CancellationToken cancel) =>
            Results.Json(new { id = await sets.PutAsync(request.Set, request.Name, request.Photos ?? [], cancel) }));
        var one = routes.MapGroup("/sets/{set:int}");
        one.MapPost("/take-out", async (int set, PhotosRequest request, SetShelf sets, CancellationToken cancel) =>
        {
            await sets.TakeOutAsync(set, request.Photos ?? [], cancel);
            return Results.NoContent();
        });
        one.MapPost("/rename", async (int set, NameRequest request, SetShelf sets, CancellationToken cancel) =>
        {
            await sets.RenameAsync(set, request.Name ?? "", cancel);
            return Results.NoContent();
        });
        one.MapPost("/remove", async (int set, SetShelf sets, CancellationToken cancel) =>
        {
            await sets.RemoveAsync(set, cancel);
            return Results.NoContent();
        });
    }
}
