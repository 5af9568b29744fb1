using System.Globalization;
using System.Text.Json.Nodes;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Web.Benches;

/// <summary>A frame as the Bench asks for it.</summary>
/// <param name="X">Left of the region, pixels at the scale.</param>
/// <param name="Y">Top of the region.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Scale">Screen pixels a photo pixel.</param>
/// <param name="Show">What to show.</param>
/// <param name="Area">Whose mask; null for all together.</param>
/// <param name="Fast">Whether the hand is still dragging.</param>
/// <param name="Draft">Unsaved changes, JSON Patch.</param>
/// <param name="Hue">The hue to light up, degrees.</param>
/// <param name="Ink">Of the veil.</param>
/// <param name="Strength">Of the veil, 0 … 1.</param>
/// <param name="Stitch">Whether the stitch line is drawn.</param>
internal sealed record FrameRequest(int X, int Y, int Width, int Height, double Scale, Show Show, int? Area, bool Fast, JsonArray? Draft, double? Hue = null,
    VeilInk Ink = VeilInk.Both, double Strength = 0.5, bool Stitch = false)
{
    public Overlay Overlay => new(Ink, double.IsFinite(Strength) ? Math.Clamp(Strength, 0, 1) : 0.5, Stitch);
}

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
    private const long MostPixels = 8192L * 8192;

    public static void MapFrames(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}");
        bench.MapPost("/frame", async (int take, FrameRequest request, TakeDesk desk, OpenPhotos photos, HttpContext context) =>
        {
            var cancel = context.RequestAborted;
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var view = Check(request, open.Renderer.Photo);
            var recipe = TakeDesk.WithDraft(state.Recipe, request.Draft);
            var jpeg = await Task.Run(() =>
            {
                var pixels = open.Renderer.Frame(recipe, view, request.Show, request.Area, request.Hue, request.Overlay, cancel);
                cancel.ThrowIfCancellationRequested();
                return FrameEncoder.Jpeg(pixels, view.Region.Width, view.Region.Height, request.Fast ? 82 : 95, fullColour: !request.Fast);
            }, cancel);
            context.Response.Headers.CacheControl = "no-store";
            context.Response.Headers["X-Revision"] = state.Revision.ToString(CultureInfo.InvariantCulture);
            return Results.Bytes(jpeg, "image/jpeg");
        });
        bench.MapPost("/read", async (int take, ReadRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var recipe = TakeDesk.WithDraft(state.Recipe, request.Draft);
            return Results.Json(open.Renderer.Read(recipe, request.X, request.Y, request.Area, request.Scale is > 0 and < 1 ? request.Scale : 1, LightPartOf(recipe, request.Area, request.Part)));
        });
        bench.MapGet("/hues", async (int take, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            return Results.Json(HueHistogram.Of(open.Renderer.Photo).Select(v => Math.Round(v, 4)));
        });
        routes.MapGet("/takes/{take:int}/thumbnail", async (int take, TakeDesk desk, ThumbnailStore thumbnails, HttpContext context) =>
        {
            var state = await desk.GetAsync(take, context.RequestAborted);
            // The address carries the revision, so that the browser may keep the picture for good.
            context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
            return Results.Bytes(await thumbnails.GetAsync(state, context.RequestAborted), "image/jpeg",
                entityTag: new Microsoft.Net.Http.Headers.EntityTagHeaderValue($"\"{take}-{state.Revision}\""));
        });
    }

    /// <summary>The part, if the recipe has it and it is one by light.</summary>
    public static LightPart? LightPartOf(Recipe recipe, int? area, int? part) =>
        area is { } a && a >= 0 && a < recipe.Areas.Length && part is { } p && p >= 0 && p < recipe.Areas[a].Mask.Parts.Length ? recipe.Areas[a].Mask.Parts[p] as LightPart : null;

    private static View Check(FrameRequest request, Pyramid photo)
    {
        if (!(request.Scale is > 0 and <= 32)) throw new YarnwheelException("The scale of a frame lies above 0 and up to 32.");
        var extent = new Region(0, 0, AreaSampler.Extent(photo.Width, request.Scale), AreaSampler.Extent(photo.Height, request.Scale));
        var region = new Region(request.X, request.Y, request.Width, request.Height).Intersect(extent);
        if (region.IsEmpty) throw new YarnwheelException("The frame lies outside the photo.");
        if (region.Area > MostPixels) throw new YarnwheelException("The frame is too large.");
        return new View(region, request.Scale);
    }
}
