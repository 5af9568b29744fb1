using System.Globalization;
using System.Text.Json.Nodes;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Benches;

/// <summary>What a take is compared with.</summary>
/// <param name="Take">Another take of the same photo; null for the same take.</param>
/// <param name="At">A step of its history; null for what is in effect.</param>
/// <param name="Show">What is shown of it.</param>
/// <param name="Draft">Changes to it, JSON Patch.</param>
internal sealed record OtherSide(int? Take, int? At, Show Show, JsonArray? Draft);

/// <summary>A map of the difference between a frame and another side of it.</summary>
internal sealed record DifferenceRequest(int X, int Y, int Width, int Height, double Scale, JsonArray? Draft, OtherSide Other);

/// <summary>Draws how far two sides of a comparison are apart.</summary>
internal static class DifferenceEndpoints
{
    public static void MapDifference(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/bench/{take:int}/difference", async (int take, DifferenceRequest request, TakeDesk desk, OpenPhotos photos, FrameTurns turns, HttpContext context) =>
        {
            var cancel = context.RequestAborted;
            if (request.Other is null) throw new YarnwheelException("Say what the take is to be compared with.");
            var state = await desk.GetAsync(take, cancel);
            var other = await desk.GetAsync(request.Other.Take ?? take, cancel);
            if (other.Photo.Id != state.Photo.Id) throw new YarnwheelException("Only takes of one photo can be compared.");
            var open = await photos.GetAsync(state.Photo, cancel);
            var view = new FrameRequest(request.X, request.Y, request.Width, request.Height, request.Scale, Show.Result, null, false, null).ViewOf(open.Renderer.Photo);
            var own = TakeDesk.WithDraft(state.Recipe, request.Draft);
            var its = TakeDesk.WithDraft(request.Other.At is { } step ? await desk.RecipeAtAsync(other.Id, step, cancel) : other.Recipe, request.Other.Draft);
            using var turn = await turns.TakeAsync(take, cancel);
            var (jpeg, summary) = await Task.Run(() => Draw(open.Renderer, view, own, its, request.Other.Show, cancel), cancel);
            context.Response.Headers["X-Difference"] = string.Create(CultureInfo.InvariantCulture, $"{summary.Mean:0.00};{summary.Most:0.0};{100 * summary.Noticed:0.0}");
            context.Response.Headers.CacheControl = "no-store";
            return Results.Bytes(jpeg, "image/jpeg");
        }).ForLooking();

    private static (byte[] Jpeg, DifferenceSummary Summary) Draw(PhotoRenderer renderer, View view, Recipe own, Recipe its, Show show, CancellationToken cancel)
    {
        var one = renderer.Frames.Draw(own, view, Show.Result, cancel: cancel);
        var (map, summary) = DifferenceMap.Draw(one, renderer.Frames.Draw(its, view, show, cancel: cancel), view.Region.Width, cancel);
        return (FrameEncoder.Jpeg(map, view.Region.Width, view.Region.Height, 92, fullColour: true), summary);
    }
}
