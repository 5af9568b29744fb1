using System.Text;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>Pieces as the page names them.</summary>
internal sealed record PiecesRequest(bool Light = true, bool Grey = true, bool Ground = true, bool Finish = true, int[]? Areas = null)
{
    public LookPieces Pieces => new(Light, Grey, Ground, Finish, Areas);
}

/// <summary>A look that is wished for on a take.</summary>
/// <param name="Look">Its key.</param>
/// <param name="Pieces">Which of its pieces; all when left out.</param>
/// <param name="Strength">0 … 100.</param>
/// <param name="Instead">Whether its areas stand in place of those there.</param>
/// <param name="Placed">Whether what is bound to places is kept.</param>
/// <param name="Revision">The revision it is laid on.</param>
/// <param name="Window">The browser window.</param>
internal sealed record LookRequest(string Look, PiecesRequest? Pieces = null, double Strength = 100, bool Instead = false, bool Placed = false, long Revision = 0, string Window = "")
{
    public LookWish Wish => new(Pieces?.Pieces ?? LookPieces.All, Strength, Instead, Placed);
}

/// <summary>Pieces of the take that are kept as a look.</summary>
internal sealed record KeepLookRequest(string Name, PiecesRequest? Pieces = null);

/// <summary>Looks: seen on the photo, laid on it, kept, read and written.</summary>
internal static class LookEndpoints
{
    private const int PictureSide = 220;

    public static void MapLooks(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}");
        bench.MapPost("/looks/plan", async (int take, LookRequest request, TakeDesk desk, LookDesk looks, CancellationToken cancel) =>
        {
            var (_, plan) = await looks.PlanAsync(await desk.GetAsync(take, cancel), request.Look ?? "", request.Wish, cancel);
            return Results.Json(new { plan.Change, plan.Left });
        });
        bench.MapPost("/looks/lay", (int take, LookRequest request, TakeDesk desk, LookDesk looks, CancellationToken cancel) => EditEndpoints.Answer(async () =>
        {
            var state = await desk.GetAsync(take, cancel);
            var (look, plan) = await looks.PlanAsync(state, request.Look ?? "", request.Wish, cancel);
            return plan.Change.Count == 0 ? throw new YarnwheelException("Nothing of this look would change the take. Nothing was changed.")
                : await desk.EditAsync(take, request.Revision, $"Look: {look.Name}", plan.Change, request.Window ?? "", cancel);
        }));
        bench.MapPost("/looks/keep", async (int take, KeepLookRequest request, LookDesk looks, LookShelf shelf, CancellationToken cancel) =>
        {
            if (string.IsNullOrWhiteSpace(request.Name)) throw new YarnwheelException("A look needs a name of 1 to 60 characters; it was not kept.");
            var id = await shelf.AddAsync(await looks.OfTakeAsync(take, request.Name.Trim(), request.Pieces?.Pieces ?? LookPieces.All, null, cancel), cancel);
            return Results.Json(new { id });
        });
        bench.MapGet("/look-picture", async (int take, string look, TakeDesk desk, LookDesk looks, OpenPhotos photos, FrameTurns turns, HttpContext context) =>
        {
            var cancel = context.RequestAborted;
            var state = await desk.GetAsync(take, cancel);
            var (_, plan) = await looks.PlanAsync(state, look, new LookWish(LookPieces.All, Instead: LookDesk.IsInstead(look)), cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var jpeg = await turns.BehindAsync(() => Thumbnail.Draw(open.Renderer, RecipeEdit.Apply(state.Recipe, plan.Change).Result, PictureSide, cancel: cancel), cancel);
            // The address carries the revision.
            context.Response.Headers.CacheControl = "private, max-age=3600";
            return Results.Bytes(jpeg, "image/jpeg");
        });
        routes.MapGet("/looks/{key}", async (string key, LookDesk looks, CancellationToken cancel) =>
        {
            var look = await looks.FindAsync(key, null, cancel);
            return Results.File(Encoding.UTF8.GetBytes(LookJson.Write(look)), "application/json", $"{PhotoName.Of(look.Name)}.look.json");
        });
        routes.MapPost("/looks", async (HttpContext context, LookShelf shelf, CancellationToken cancel) =>
        {
            var look = LookJson.Parse(await EditEndpoints.ReadAllAsync(context.Request.Body, cancel));
            return Results.Json(new { id = await shelf.AddAsync(look, cancel), name = look.Name });
        });
        routes.MapPost("/looks/{id:int}/rename", async (int id, NameRequest request, LookShelf shelf, CancellationToken cancel) =>
        {
            await shelf.RenameAsync(id, request.Name ?? "", cancel);
            return Results.NoContent();
        });
        routes.MapPost("/looks/{id:int}/remove", async (int id, LookShelf shelf, CancellationToken cancel) =>
        {
            await shelf.RemoveAsync(id, cancel);
            return Results.NoContent();
        });
    }
}
