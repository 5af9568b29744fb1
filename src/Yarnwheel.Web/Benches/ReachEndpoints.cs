using System.Globalization;
using System.Text.Json.Nodes;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Benches;

/// <summary>A part by colour is to reach as far as fits the photo.</summary>
/// <param name="Revision">The revision the change is made on.</param>
/// <param name="Area">Its area.</param>
/// <param name="Part">Its number.</param>
/// <param name="Window">Whoever makes the change.</param>
internal sealed record FitReachRequest(long Revision, int Area, int Part, string Window);

/// <summary>What parts by colour need besides frames.</summary>
internal static class ReachEndpoints
{
    public static void MapReaches(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}/reach");
        bench.MapGet("/", async (int take, int area, int part, TakeDesk desk, OpenPhotos photos, FrameTurns turns, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            if (ColourAt(state.Recipe, area, part) is not { } colour) return Results.NotFound();
            var open = await photos.GetAsync(state.Photo, cancel);
            return await turns.BehindAsync(() => open.Renderer.Reaches.Of(state.Recipe.Light, colour, cancel), cancel) is { } read ? Results.Json(read) : Results.NoContent();
        });
        bench.MapPost("/fit", (int take, FitReachRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) => EditEndpoints.Answer(async () =>
        {
            var state = await desk.GetAsync(take, cancel);
            if (ColourAt(state.Recipe, request.Area, request.Part) is not { } colour) return state;
            var open = await photos.GetAsync(state.Photo, cancel);
            var at = string.Create(CultureInfo.InvariantCulture, $"/areas/{request.Area}/mask/parts/{request.Part}");
            JsonArray change = [.. await Task.Run(() => new FittingReach(open.Renderer, state.Recipe.Light, cancel).Of(colour).Select(f => new JsonObject { ["op"] = "add", ["path"] = $"{at}/{f.Name}", ["value"] = f.Value }).ToArray(), cancel)];
            if (change.Count == 0) throw new YarnwheelException("There is no shade yet whose reach could be fitted. Nothing was changed.");
            return await desk.EditAsync(take, request.Revision, "Reach fitted", change, request.Window, cancel);
        }));
    }

    private static ColourPart? ColourAt(Recipe recipe, int area, int part) => recipe.Areas.ElementAtOrDefault(area)?.Mask.Parts.ElementAtOrDefault(part) as ColourPart;
}
