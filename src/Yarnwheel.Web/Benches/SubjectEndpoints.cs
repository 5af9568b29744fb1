using System.Globalization;
using System.Text.Json.Nodes;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>The main subject is asked for.</summary>
/// <param name="Revision">The revision the change is made on.</param>
/// <param name="Area">The area it joins; null begins one.</param>
/// <param name="What">"subject", its "background", or the "sky".</param>
/// <param name="Window">Whoever makes the change.</param>
internal sealed record MainSubjectRequest(long Revision, int? Area, string What, string Window);

/// <summary>A place that is pointed at.</summary>
/// <param name="X">0 … 1 over the width.</param>
/// <param name="Y">0 … 1 over the height.</param>
/// <param name="Level">Steps larger, or smaller, than what stands out most.</param>
internal sealed record RegionRequest(double X, double Y, int Level);

/// <summary>What parts by subject need besides frames.</summary>
internal static class SubjectEndpoints
{
    public static void MapSubjects(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}/subject");
        bench.MapPost("/prepare", async (int take, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            await Task.Run(() => open.Renderer.Findings.PrepareSubjects(cancel), cancel);
            return Results.NoContent();
        });
        bench.MapPost("/region", async (int take, RegionRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) =>
        {
            var open = await photos.GetAsync((await desk.GetAsync(take, cancel)).Photo, cancel);
            return Results.Json(await Task.Run(() => open.Renderer.Findings.RegionAt(request.X, request.Y, request.Level, cancel), cancel));
        });
        bench.MapGet("/doubts", async (int take, int area, int part, TakeDesk desk, OpenPhotos photos, FrameTurns turns, HttpContext context) =>
        {
            var cancel = context.RequestAborted;
            var state = await desk.GetAsync(take, cancel);
            if (SubjectAt(state, area, part) is not { } subject) return Results.NotFound();
            var open = await photos.GetAsync(state.Photo, cancel);
            var (stretches, isNothing) = await turns.BehindAsync(() => (open.Renderer.Findings.Doubts(subject, cancel), open.Renderer.Findings.IsNextToNothing(subject, cancel)), cancel);
            return Results.Json(new { state.Revision, Stretches = stretches, Nothing = isNothing });
        });
        bench.MapGet("/readings", async (int take, int area, int part, TakeDesk desk, OpenPhotos photos, FrameTurns turns, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            if (SubjectAt(state, area, part) is not { } subject) return Results.NotFound();
            var open = await photos.GetAsync(state.Photo, cancel);
            var readings = await turns.BehindAsync(() => open.Renderer.Findings.SubjectReadings(subject, cancel), cancel);
            return Results.Json(new { state.Revision, Readings = readings.Select(r => new { Code = r, Words = ReadingWords.Of(r) }), Taken = subject.Reading });
        });
        bench.MapGet("/reading-picture", async (int take, int area, int part, string reading, TakeDesk desk, OpenPhotos photos, FrameTurns turns, HttpContext context) =>
        {
            var cancel = context.RequestAborted;
            var state = await desk.GetAsync(take, cancel);
            if (SubjectAt(state, area, part) is not { } subject || !Enum.TryParse<SubjectReading>(reading, true, out var wanted)) return Results.NotFound();
            var open = await photos.GetAsync(state.Photo, cancel);
            if (await turns.BehindAsync(() => open.Renderer.Findings.ReadingPicture(subject, wanted, cancel), cancel) is not { } picture) return Results.NotFound();
            // The address carries the revision.
            context.Response.Headers.CacheControl = "private, max-age=3600";
            return Results.Bytes(FrameEncoder.Jpeg(picture.Rgb, picture.Width, picture.Height, 88, fullColour: true), "image/jpeg");
        });
        bench.MapPost("/main", (int take, MainSubjectRequest request, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) => EditEndpoints.Answer(async () =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var isSky = request.What == "sky";
            var part = await Task.Run(() => isSky ? open.Renderer.Findings.Sky(cancel) : open.Renderer.Findings.MainSubject(cancel), cancel)
                ?? throw new YarnwheelException(isSky
                    ? "No sky found: nothing smooth and light comes down from the upper border, or all of the photo does. Nothing was changed; click the sky where it lights up."
                    : "No clear subject found: nothing stands out enough from the rest, or several things do. Nothing was changed; draw a box round what you mean.");
            var name = isSky ? "Sky" : request.What == "background" ? "Background" : "Main subject";
            return await desk.EditAsync(take, request.Revision, name, Change(state.Recipe, request.Area, name, part with { Invert = request.What == "background" }), request.Window, cancel);
        }));
    }

    private static SubjectPart? SubjectAt(TakeState state, int area, int part) => state.Recipe.Areas.ElementAtOrDefault(area)?.Mask.Parts.ElementAtOrDefault(part) as SubjectPart;

    private static JsonArray Change(Recipe recipe, int? area, string name, SubjectPart part)
    {
        var isNew = area is not { } index || index < 0 || index >= recipe.Areas.Length;
        var node = RecipeJson.ToNode(new Recipe { Areas = [new Area { Name = AreaName.Unused(recipe, name), Mask = new Mask { Parts = [part] } }] })["areas"]![0]!;
        return
        [
            isNew
                ? new JsonObject { ["op"] = "add", ["path"] = "/areas/-", ["value"] = node.DeepClone() }
                : new JsonObject { ["op"] = "add", ["path"] = string.Create(CultureInfo.InvariantCulture, $"/areas/{area}/mask/parts/-"), ["value"] = node["mask"]!["parts"]![0]!.DeepClone() },
        ];
    }
}
