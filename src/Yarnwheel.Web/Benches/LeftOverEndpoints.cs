using System.Text.Json.Nodes;
using Yarnwheel.Core.Masks.Finding;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>A speck to be removed.</summary>
/// <param name="Revision">The revision the change is made on.</param>
/// <param name="Area">Whose speck.</param>
/// <param name="Kind">Which kind.</param>
/// <param name="X">Its middle, 0 … 1 over the width.</param>
/// <param name="Y">Its middle, 0 … 1 over the height.</param>
/// <param name="Window">Whoever makes the change.</param>
internal sealed record RemoveRequest(long Revision, int Area, SpeckKind Kind, double X, double Y, string Window);

/// <summary>What is left over of an area, and its edge walk.</summary>
internal static class LeftOverEndpoints
{
    private const int MostListed = 200;

    public static void MapLeftOver(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}/left-over");
        bench.MapGet("", async (int take, int area, TakeDesk desk, OpenPhotos photos, FrameTurns turns, HttpContext context) =>
        {
            var cancel = context.RequestAborted;
            var state = await desk.GetAsync(take, cancel);
            if (area < 0 || area >= state.Recipe.Areas.Length) return Results.NotFound();
            var open = await photos.GetAsync(state.Photo, cancel);
            var (specks, edges) = await turns.BehindAsync(() => (open.Renderer.Findings.Specks(state.Recipe, area, cancel), open.Renderer.Findings.WorstEdges(state.Recipe, area, cancel)), cancel);
            return Results.Json(new { state.Revision, specks.Count, Specks = specks.Take(MostListed), Edges = edges }, Web);
        });
        bench.MapPost("/remove", (int take, RemoveRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) => EditEndpoints.Answer(async () =>
        {
            var state = await desk.GetAsync(take, cancel);
            if (request.Area < 0 || request.Area >= state.Recipe.Areas.Length) return state;
            var open = await photos.GetAsync(state.Photo, cancel);
            var strokes = await Task.Run(() => open.Renderer.Findings.Repair(state.Recipe, request.Area, request.Kind, request.X, request.Y, cancel), cancel);
            if (strokes.Length == 0) return state;
            var edited = await desk.EditAsync(take, request.Revision, request.Kind == SpeckKind.Pinhole ? "Pinhole filled" : $"{request.Kind} removed", Change(state, request.Area, new BrushPart { Strokes = strokes }), request.Window, cancel);
            // The hand goes on with what it was at.
            return edited with { Made = null };
        }));
    }

    private static readonly System.Text.Json.JsonSerializerOptions Web = new(System.Text.Json.JsonSerializerDefaults.Web)
    {
        Converters = { new System.Text.Json.Serialization.JsonStringEnumConverter(System.Text.Json.JsonNamingPolicy.CamelCase) },
    };

    /// <summary>The strokes join the last part where that is a repair already, else they are a part of their own.</summary>
    private static JsonArray Change(TakeState state, int area, BrushPart repair)
    {
        var node = RecipeJson.ToNode(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [repair] } }] })["areas"]![0]!["mask"]!["parts"]![0]!;
        var parts = state.Recipe.Areas[area].Mask.Parts;
        var at = $"/areas/{area}/mask/parts";
        if (parts is not [.., BrushPart { On: true, Op: MaskOp.Add } last] || !last.Strokes.Any(s => s.OnMask is not null))
            return [new JsonObject { ["op"] = "add", ["path"] = $"{at}/-", ["value"] = node.DeepClone() }];
        return new JsonArray([.. node["strokes"]!.AsArray().Select(s => new JsonObject { ["op"] = "add", ["path"] = $"{at}/{parts.Length - 1}/strokes/-", ["value"] = s!.DeepClone() })]);
    }
}
