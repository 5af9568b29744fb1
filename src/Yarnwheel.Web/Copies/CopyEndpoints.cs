using System.Globalization;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Copies;

/// <summary>What to save.</summary>
/// <param name="Name">File name without extension.</param>
/// <param name="Format">Of a picture.</param>
/// <param name="Quality">Of JPEG.</param>
/// <param name="Bits">8 or 16.</param>
/// <param name="Area">Saves the mask of this area instead of the picture.</param>
internal sealed record CopyRequest(string Name, CopyFormat Format, int Quality, int Bits, int? Area);

/// <summary>Saving copies: begun, watched, fetched, cancelled.</summary>
internal static class CopyEndpoints
{
    public static void MapCopies(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/bench/{take:int}/copies", async (int take, CopyRequest request, TakeDesk desk, OpenPhotos photos, CopyDesk copies, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            return Results.Json(new { id = Begin(request, state, open, copies).Id });
        });
        routes.MapGet("/copies/{id}", (string id, CopyDesk copies) => copies.Find(id) is { } job
            ? Results.Json(new { state = job.State, share = job.Share, fault = job.Fault, name = job.FileName })
            : Results.NotFound());
        routes.MapPost("/copies/{id}/cancel", (string id, CopyDesk copies) =>
        {
            copies.Find(id)?.Cancel();
            return Results.NoContent();
        });
        routes.MapGet("/copies/{id}/file", (string id, CopyDesk copies) => copies.Find(id) is { State: CopyState.Ready } job && File.Exists(job.Path)
            ? Results.File(job.Path, Type(job.FileName), job.FileName)
            : Results.NotFound());
    }

    private static CopyJob Begin(CopyRequest request, TakeState state, OpenPhoto open, CopyDesk copies)
    {
        var name = PhotoName.Of(request.Name + ".x");
        if (request.Area is { } area)
        {
            if (area < 0 || area >= state.Recipe.Areas.Length) throw new YarnwheelException("That area is not there any more; nothing was saved.");
            return copies.Begin(name + ".png", (path, progress, cancel) => PhotoWriter.SaveMask(path, open.Renderer, state.Recipe, area, progress, cancel));
        }
        if (request.Quality is < 1 or > 100) throw new YarnwheelException("Quality is a number from 1 to 100; nothing was saved.");
        if (request.Bits is not (8 or 16)) throw new YarnwheelException("A channel has 8 or 16 bits; nothing was saved.");
        var settings = new CopySettings { Format = request.Format, Quality = request.Quality, Bits = request.Bits };
        return copies.Begin(name + settings.Extension, (path, progress, cancel) =>
            PhotoWriter.SavePicture(path, open.Renderer, state.Recipe, open.Decoded, open.OriginalPath, settings, progress, cancel));
    }

    private static string Type(string fileName) => Path.GetExtension(fileName).ToLower(CultureInfo.InvariantCulture) switch
    {
        ".jpg" => "image/jpeg",
        ".png" => "image/png",
        ".tif" => "image/tiff",
        _ => "image/webp",
    };
}
