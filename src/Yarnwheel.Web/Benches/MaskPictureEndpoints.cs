using System.Globalization;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>Masks as pictures: thumbnails of areas, grey pictures in and out.</summary>
internal static class MaskPictureEndpoints
{
    public static void MapMaskPictures(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}");
        bench.MapGet("/area-picture", async (int take, int area, TakeDesk desk, OpenPhotos photos, HttpContext context) =>
        {
            var cancel = context.RequestAborted;
            var state = await desk.GetAsync(take, cancel);
            if (area < 0 || area >= state.Recipe.Areas.Length) return Results.NotFound();
            var open = await photos.GetAsync(state.Photo, cancel);
            var png = await Task.Run(() => AreaPicture.Draw(open.Renderer, state.Recipe, area, cancel), cancel);
            // The address carries a key of the mask, so that the browser may keep the picture.
            context.Response.Headers.CacheControl = "private, max-age=86400";
            return Results.Bytes(png, "image/png");
        });
        bench.MapPost("/mask-picture", async (int take, HttpRequest request, TakeDesk desk, MaskStore masks, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var asset = await masks.AddAsync(request.Body, state.Photo.Width, state.Photo.Height, cancel);
            return Results.Json(new { asset });
        });
        routes.MapGet("/masks/{hash:length(64)}", (string hash, DataFolder folder) =>
            !hash.All(char.IsAsciiHexDigitLower) || Path.Combine(folder.Masks, hash + ".png") is not { } path || !File.Exists(path)
                ? Results.NotFound()
                : Results.File(path, "image/png", string.Create(CultureInfo.InvariantCulture, $"mask-{hash[..8]}.png")));
    }
}
