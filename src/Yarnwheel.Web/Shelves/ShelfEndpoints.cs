using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Mvc;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.Coming;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Shelves;

/// <summary>Photos coming in and going.</summary>
internal static class ShelfEndpoints
{
    public static void MapShelf(this IEndpointRouteBuilder routes)
    {
        // The file is the body; its name comes in a header, percent-encoded.
        routes.MapPost("/shelf/photos", async (HttpContext context, PhotoLibrary library, PhotoLimits limits) =>
        {
            if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size) size.MaxRequestBodySize = (long)(limits.Megabytes * 1e6) + 1024;
            var name = Uri.UnescapeDataString(context.Request.Headers["X-File-Name"].ToString());
            var added = await library.AddAsync(context.Request.Body, name, null, context.RequestAborted);
            return Results.Json(new { id = added.Photo.Id, name = added.Photo.Name, wasThere = added.WasThere, brought = added.Brought is { } take ? new { id = take.Id, name = take.Name } : null });
        }).RequireRateLimiting(Rates.Uploads);
        // Photos that come by themselves, and those that could not.
        routes.MapGet("/shelf/changes", (ChangeFeed feed, HttpContext context, IHostApplicationLifetime lifetime) => EventStream.WriteAsync(feed, WatchedFolder.ShelfFeed, context, lifetime));
        routes.MapPost("/shelf/demo", async (DemoShelf demo, CancellationToken cancel) =>
        {
            await demo.AddAsync(cancel);
            return Results.NoContent();
        });
        // Another page or frame of a photo's file, as a photo of its own.
        routes.MapPost("/shelf/photos/{photo:int}/pages/{page:int}", async (int photo, int page, PhotoLibrary library, CancellationToken cancel) =>
        {
            var added = await library.AddPageAsync(photo, page - 1, cancel);
            return Results.Json(new { id = added.Photo.Id, name = added.Photo.Name, wasThere = added.WasThere });
        });
        routes.MapPost("/shelf/photos/{photo:int}/remove", async ([FromRoute(Name = "photo")] int id, PhotoLibrary library, OpenPhotos photos, TakeDesk desk, ThumbnailStore thumbnails, CancellationToken cancel) =>
        {
            var photo = await library.FindAsync(id, cancel);
            if (photo is not null && !await library.RemoveAsync(id, cancel)) throw new YarnwheelException("The photo is somebody else’s; nothing was removed.");
            if (photo is null) return Results.NoContent();
            photos.Close(photo.Content);
            thumbnails.RemoveAsItCame(photo.Content);
            foreach (var take in photo.Takes)
            {
                desk.Forget(take.Id);
                thumbnails.Remove(take.Id);
            }
            return Results.NoContent();
        });
    }
}
