using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Shelves;

/// <summary>Photos that are put into a set: one that is there, or a new one of a name.</summary>
internal sealed record PutRequest(int? Set, string? Name, int[] Photos);

/// <summary>Photos that are meant.</summary>
internal sealed record PhotosRequest(int[] Photos);

/// <summary>Photos that get the like mark, or lose it.</summary>
internal sealed record LikeRequest(int[] Photos, bool Liked);

/// <summary>Like marks, and sets of photos. What was asked for is done also when whoever asked leaves the page at once.</summary>
internal static class SetEndpoints
{
    public static void MapSets(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/shelf/like", async (LikeRequest request, ShelfView shelf) =>
        {
            await shelf.LikeAsync(request.Photos ?? [], request.Liked);
            return Results.NoContent();
        });
        routes.MapPost("/sets", async (PutRequest request, SetShelf sets) =>
            Results.Json(new { id = await sets.PutAsync(request.Set, request.Name, request.Photos ?? []) }));
        var one = routes.MapGroup("/sets/{set:int}");
        one.MapPost("/take-out", async (int set, PhotosRequest request, SetShelf sets) =>
        {
            await sets.TakeOutAsync(set, request.Photos ?? []);
            return Results.NoContent();
        });
        one.MapPost("/rename", async (int set, NameRequest request, SetShelf sets) =>
        {
            await sets.RenameAsync(set, request.Name ?? "");
            return Results.NoContent();
        });
        one.MapPost("/remove", async (int set, SetShelf sets) =>
        {
            await sets.RemoveAsync(set);
            return Results.NoContent();
        });
    }
}
