using System.Globalization;
using System.Text.Json.Nodes;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>A mix that is wished for.</summary>
/// <param name="Revision">The revision it was wished for on.</param>
/// <param name="Window">The browser window.</param>
/// <param name="Mix">"auto", "around", "twelve", the key of a starting mix, or "own-" and the number of an own one.</param>
internal sealed record MixRequest(long Revision, string Window, string Mix);

/// <summary>A name to keep the take's mix under.</summary>
internal sealed record KeepMixRequest(string Name);

/// <summary>An unsaved draft whose tones are asked for; with those of a part by light, if it is one.</summary>
internal sealed record TonesRequest(JsonArray? Draft, int? Area = null, int? Part = null);

/// <summary>A place that is pulled.</summary>
internal sealed record PullRequest(double X, double Y);

/// <summary>The grey wheel's questions: pull, auto, scores, tones, starting mixes.</summary>
internal static class GreyEndpoints
{
    private const int ThumbnailSide = 150;

    public static void MapGreys(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}");
        bench.MapPost("/pull", async (int take, PullRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var (spokes, shares) = Pull.At(open.Renderer.Photo.Full, state.Recipe.Grey, request.X, request.Y);
            return Results.Json(new { spokes, shares });
        });
        bench.MapPost("/mix", (int take, MixRequest request, TakeDesk desk, OpenPhotos photos, MixShelf own, CancellationToken cancel) => EditEndpoints.Answer(async () =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var (name, grey) = await FindAsync(request.Mix, state.Recipe, open.Renderer, own, cancel);
            var change = new JsonArray(new JsonObject { ["op"] = "replace", ["path"] = "/grey", ["value"] = RecipeJson.ToNode(new Recipe { Grey = grey })["grey"]!.DeepClone() });
            return await desk.EditAsync(take, request.Revision, $"Mix: {name}", change, request.Window, cancel);
        }));
        bench.MapGet("/score", async (int take, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var samples = open.Renderer.Greys.Samples(state.Recipe, cancel);
            return Results.Json(new
            {
                flat = ContrastScore.Of(samples, new WheelCurve([])),
                present = ContrastScore.Of(samples, new WheelCurve(state.Recipe.Grey.Spokes)),
                auto = open.Renderer.Greys.Auto(state.Recipe, cancel).Score,
            });
        });
        bench.MapPost("/tones", async (int take, TonesRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var recipe = TakeDesk.WithDraft(state.Recipe, request.Draft);
            return Results.Json(open.Renderer.Greys.Tones(recipe, FrameEndpoints.LightPartOf(recipe, request.Area, request.Part), cancel));
        });
        bench.MapGet("/mix-picture", async (int take, string mix, TakeDesk desk, OpenPhotos photos, MixShelf own, HttpContext context) =>
        {
            var state = await desk.GetAsync(take, context.RequestAborted);
            var open = await photos.GetAsync(state.Photo, context.RequestAborted);
            var (_, grey) = await FindAsync(mix, state.Recipe, open.Renderer, own, context.RequestAborted);
            context.Response.Headers.CacheControl = "private, max-age=3600";
            return Results.Bytes(await Task.Run(() => Draw(open.Renderer, state.Recipe with { Grey = grey }, context.RequestAborted), context.RequestAborted), "image/jpeg");
        });
        bench.MapPost("/mixes", async (int take, KeepMixRequest request, TakeDesk desk, MixShelf own, CancellationToken cancel) =>
        {
            await own.AddAsync(request.Name, (await desk.GetAsync(take, cancel)).Recipe.Grey, cancel);
            return Results.NoContent();
        });
        routes.MapPost("/mixes/{id:int}/remove", async (int id, MixShelf own, CancellationToken cancel) =>
        {
            await own.RemoveAsync(id, cancel);
            return Results.NoContent();
        });
    }

    private static async Task<(string Name, GreyMix Grey)> FindAsync(string mix, Recipe recipe, PhotoRenderer renderer, MixShelf own, CancellationToken cancel)
    {
        GreyMix With(IReadOnlyList<Spoke> spokes) => recipe.Grey with { Spokes = [.. spokes] };
        switch (mix)
        {
            case "auto":
                return ("auto", With(await Task.Run(() => renderer.Greys.Auto(recipe, cancel).Spokes, cancel)));
            case "around":
                var around = AutoAroundMix.Find(renderer.Greys.Samples(recipe, cancel), renderer.Greys.SamplesKept(recipe, cancel))
                    ?? throw new YarnwheelException("Auto around the kept area needs something that is kept, and something that is not. Nothing was changed.");
                return ("auto around the kept area", With(around));
            case "twelve":
                return ("twelve spokes", With(Pull.Even(recipe.Grey)));
        }
        if (StartingMix.All.FirstOrDefault(m => m.Key == mix) is { } starting) return (starting.Name, With(starting.Spokes));
        foreach (var (id, name, grey) in await own.ListAsync(cancel))
            if (mix == string.Create(CultureInfo.InvariantCulture, $"own-{id}")) return (name, grey);
        throw new YarnwheelException("That mix is not there any more. Nothing was changed.");
    }

    private static byte[] Draw(PhotoRenderer renderer, Recipe recipe, CancellationToken cancel)
    {
        var photo = renderer.Photo;
        var scale = Math.Min(1, ThumbnailSide / (double)Math.Max(photo.Width, photo.Height));
        var region = new Region(0, 0, AreaSampler.Extent(photo.Width, scale), AreaSampler.Extent(photo.Height, scale));
        return FrameEncoder.Jpeg(renderer.Frames.Draw(recipe, new View(region, scale), Show.Result, cancel: cancel), region.Width, region.Height, 85, true);
    }
}
