using System.Globalization;
using System.Text.Json.Nodes;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Benches;

/// <summary>An edge is to be tidied.</summary>
/// <param name="Revision">The revision the change is made on.</param>
/// <param name="Area">Whose edge.</param>
/// <param name="Window">Whoever makes the change.</param>
internal sealed record TidyRequest(long Revision, int Area, string Window);

/// <summary>What the edge of an area needs besides frames.</summary>
internal static class EdgeEndpoints
{
    public static void MapEdges(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/bench/{take:int}/edge/tidy", (int take, TidyRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) => EditEndpoints.Answer(async () =>
        {
            var state = await desk.GetAsync(take, cancel);
            if (request.Area < 0 || request.Area >= state.Recipe.Areas.Length) return state;
            var open = await photos.GetAsync(state.Photo, cancel);
            var edge = await Task.Run(() => open.Renderer.Findings.TidyEdge(state.Recipe, request.Area, cancel), cancel)
                ?? throw new YarnwheelException("There is no edge to tidy yet: the area keeps nothing, or everything. Nothing was changed.");
            var node = RecipeJson.ToNode(new Recipe { Areas = [new Area { Edge = edge }] })["areas"]![0]!["edge"]!;
            JsonArray change = [new JsonObject { ["op"] = "add", ["path"] = string.Create(CultureInfo.InvariantCulture, $"/areas/{request.Area}/edge"), ["value"] = node.DeepClone() }];
            return await desk.EditAsync(take, request.Revision, "Edge tidied", change, request.Window, cancel);
        }));
}
