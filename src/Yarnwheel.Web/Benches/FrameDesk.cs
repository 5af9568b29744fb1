using System.Diagnostics;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Microsoft.Net.Http.Headers;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.Benches;

/// <summary>Draws frames and answers with them.</summary>
internal sealed class FrameDesk(TakeDesk takes, OpenPhotos photos, FrameTurns turns, Meters meters)
{
    /// <summary>The frame as JPEG; 304 where the browser has it already. Ends early when whoever asked has gone. Where many drag at once a dragged frame is drawn at half its scale; "X-Coarser" says so.</summary>
    public async Task<IResult> AnswerAsync(int take, FrameRequest request, HttpContext context)
    {
        var cancel = context.RequestAborted;
        var state = await takes.GetAsync(take, cancel);
        var recipe = TakeDesk.WithDraft(request.At is { } step ? await takes.RecipeAtAsync(take, step, cancel) : state.Recipe, request.Draft);
        var headers = context.Response.Headers;
        headers["X-Revision"] = state.Revision.ToString(CultureInfo.InvariantCulture);
        if (request.Draft is null)
        {
            var tag = TagOf(state.Photo.Content, recipe, request);
            headers.ETag = tag;
            headers.CacheControl = "private, no-cache";
            if (context.Request.Headers.IfNoneMatch.Any(known => known == tag)) return Results.StatusCode(StatusCodes.Status304NotModified);
        }
        else headers.CacheControl = "no-store";
        var open = await photos.GetAsync(state.Photo, cancel);
        var view = request.ViewOf(open.Renderer.Photo);
        var asked = Stopwatch.GetTimestamp();
        using var turn = await turns.TakeAsync(take, cancel);
        var begun = Stopwatch.GetTimestamp();
        if (request.MayBeCoarser() && turns.IsCrowded)
        {
            view = request.Coarser().ViewOf(open.Renderer.Photo);
            headers["X-Coarser"] = "half";
        }
        var jpeg = await Task.Run(() =>
        {
            var pixels = open.Renderer.Frames.Draw(recipe, view, request.Show, request.Area, request.Hue, request.Overlay, request.Fast, cancel);
            cancel.ThrowIfCancellationRequested();
            return FrameEncoder.Jpeg(pixels, view.Region.Width, view.Region.Height, request.Fast ? 82 : 95, fullColour: !request.Fast);
        }, cancel);
        meters.Frame(request.Show.ToString(), Stopwatch.GetElapsedTime(asked, begun), Stopwatch.GetElapsedTime(begun));
        return Results.Bytes(jpeg, "image/jpeg");
    }

    /// <summary>Names what a frame shows: the photo, the recipe, and what is asked for.</summary>
    private static string TagOf(string photo, Recipe recipe, FrameRequest request)
    {
        var hash = SHA256.HashData(Encoding.UTF8.GetBytes($"{PhotoRenderer.EngineVersion} {photo} {RecipeJson.WriteCompact(recipe)} {request}"));
        return new EntityTagHeaderValue($"\"{Convert.ToHexStringLower(hash)[..32]}\"").ToString();
    }
}
