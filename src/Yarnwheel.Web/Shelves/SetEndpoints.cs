using Microsoft.AspNetCore.Identity;
using Yarnwheel.Core;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Shelves;

/// <summary>Photos that are put into a set: one that is there, or a new one of a name.</summary>
internal sealed record PutRequest(int? Set, string? Name, int[] Photos);

/// <summary>Photos that are meant.</summary>
internal sealed record PhotosRequest(int[] Photos);

/// <summary>Photos that get the like mark, or lose it.</summary>
internal sealed record LikeRequest(int[] Photos, bool Liked);

/// <summary>Those that see a set, besides whoever it belongs to.</summary>
internal sealed record ShareRequest(string[] People);

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
        one.MapPost("/share", async (int set, ShareRequest request, SetShelf sets, Sight sight, IServiceProvider services) =>
        {
            if (sight.Viewer is not { } viewer) throw new YarnwheelException("Sets are shared where people sign in; here, whoever reaches Yarnwheel sees all of them.");
            var known = await services.GetRequiredService<UserManager<IdentityUser>>().OthersAsync(viewer.Person);
            if (request.People.FirstOrDefault(p => known.All(k => k.Name != p)) is { } nobody) throw new YarnwheelException($"There is nobody called “{nobody}” here. Nothing was changed.");
            await sets.ShareAsync(set, request.People);
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
