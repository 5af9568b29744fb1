using System.Globalization;
using System.Text.Json.Nodes;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Benches;

/// <summary>A place that the pointer is over.</summary>
/// <param name="X">0 … 1 over the width.</param>
/// <param name="Y">0 … 1 over the height.</param>
/// <param name="Area">Whose mask is read; null for all together.</param>
/// <param name="Draft">Unsaved changes, JSON Patch.</param>
/// <param name="Scale">Screen pixels a photo pixel.</param>
/// <param name="Part">The part by light of the area whose tone is read.</param>
internal sealed record ReadRequest(double X, double Y, int? Area, JsonArray? Draft = null, double Scale = 1, int? Part = null);

/// <summary>Pictures for the Bench.</summary>
internal static class FrameEndpoints
{
    public static void MapFrames(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}");
        // What the take shows as it is kept can be asked for by an address, and is not drawn again while nothing changed.
        bench.MapGet("/frame", (int take, int x, int y, int width, int height, double scale, string show, int? area, double? hue, string? ink, double? strength, bool? stitch, bool? fast, int? at, FrameDesk desk, HttpContext context) =>
            desk.AnswerAsync(take, new FrameRequest(x, y, width, height, scale, Word<Show>(show), area, fast ?? false, null, hue, Word<VeilInk>(ink ?? "both"), strength ?? 0.5, stitch ?? false, at), context)).RequireRateLimiting(Rates.Frames);
        bench.MapPost("/frame", (int take, FrameRequest request, FrameDesk desk, HttpContext context) => desk.AnswerAsync(take, request, context)).ForLooking().RequireRateLimiting(Rates.Frames);
        bench.MapPost("/read", async (int take, ReadRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var recipe = TakeDesk.WithDraft(state.Recipe, request.Draft);
            return Results.Json(open.Renderer.Readings.At(recipe, request.X, request.Y, request.Area, request.Scale is > 0 and < 1 ? request.Scale : 1, LightPartOf(recipe, request.Area, request.Part), cancel));
        }).ForLooking();
        bench.MapGet("/shares", async (int take, TakeDesk desk, OpenPhotos photos, FrameTurns turns, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var shares = await turns.BehindAsync(() => open.Renderer.Readings.Shares(state.Recipe, cancel), cancel);
            return Results.Json(new { All = Math.Round(shares.All, 1), Areas = state.Recipe.Areas.Select((a, k) => new { a.Name, Share = Math.Round(shares.Areas[k], 1) }) });
        });
        bench.MapGet("/hues", async (int take, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var hues = HueHistogram.Of(open.Renderer.Photo);
            return Results.Json(new { Arcs = hues.Arcs.Select(v => Math.Round(v, 4)), hues.Chroma });
        });
        routes.MapGet("/takes/{take:int}/thumbnail", async (int take, TakeDesk desk, ThumbnailStore thumbnails, HttpContext context) =>
        {
            var state = await desk.GetAsync(take, context.RequestAborted);
            // The address carries the revision, so that the browser may keep the picture for good.
            context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
            return Results.Bytes(await thumbnails.GetAsync(state, context.RequestAborted), "image/jpeg",
                entityTag: new Microsoft.Net.Http.Headers.EntityTagHeaderValue($"\"{ThumbnailStore.Tag(take, state.Revision)}\""));
        });
    }

    private static T Word<T>(string word) where T : struct, Enum =>
        Enum.TryParse<T>(word, true, out var value) && Enum.IsDefined(value) ? value : throw new YarnwheelException($"“{word}” can't be shown. Nothing was changed.");

    /// <summary>The part, if the recipe has it and it is one by light.</summary>
    public static LightPart? LightPartOf(Recipe recipe, int? area, int? part) =>
        area is { } a && a >= 0 && a < recipe.Areas.Length && part is { } p && p >= 0 && p < recipe.Areas[a].Mask.Parts.Length ? recipe.Areas[a].Mask.Parts[p] as LightPart : null;
}
