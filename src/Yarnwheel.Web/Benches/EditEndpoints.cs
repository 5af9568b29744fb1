using System.Text.Json.Nodes;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Benches;

/// <summary>An edit as the Bench sends it.</summary>
internal sealed record EditRequest(long Revision, string Label, JsonArray Change, string Window);

/// <summary>A step backwards or forwards.</summary>
internal sealed record StepRequest(long Revision, string Window);

/// <summary>A step of the history that is to be in effect.</summary>
internal sealed record GoToRequest(long Revision, int Step, string Window);

/// <summary>A shade picked on the photo.</summary>
/// <param name="Revision">The revision it was picked on.</param>
/// <param name="Pick">A point or a box.</param>
/// <param name="Area">The area to add it to; null begins a new one.</param>
/// <param name="Part">The part to add it to; null for the area's last by-colour part, or a new one.</param>
/// <param name="LeaveOut">Whether the shade is to be left out.</param>
/// <param name="Window">The browser window.</param>
/// <param name="NewPart">Whether it begins a part of its own in the area.</param>
internal sealed record PickRequest(long Revision, ShadePick Pick, int? Area, int? Part, bool LeaveOut, string Window, bool NewPart = false);

/// <summary>Changes to a take.</summary>
internal static class EditEndpoints
{
    public static void MapEdits(this IEndpointRouteBuilder routes)
    {
        var bench = routes.MapGroup("/bench/{take:int}");
        bench.MapGet("/state", async (int take, TakeDesk desk, CancellationToken cancel) => StateAnswer.Of(await desk.GetAsync(take, cancel)));
        bench.MapPost("/edit", (int take, EditRequest edit, TakeDesk desk, CancellationToken cancel) =>
            Answer(() => desk.EditAsync(take, edit.Revision, edit.Label, edit.Change, edit.Window, cancel)));
        bench.MapPost("/undo", (int take, StepRequest step, TakeDesk desk, CancellationToken cancel) =>
            Answer(() => desk.UndoAsync(take, step.Revision, step.Window, cancel)));
        bench.MapPost("/redo", (int take, StepRequest step, TakeDesk desk, CancellationToken cancel) =>
            Answer(() => desk.RedoAsync(take, step.Revision, step.Window, cancel)));
        bench.MapPost("/goto", (int take, GoToRequest wish, TakeDesk desk, CancellationToken cancel) =>
            Answer(() => desk.GoToAsync(take, wish.Revision, wish.Step, wish.Window, cancel)));
        bench.MapPost("/pick", (int take, PickRequest pick, TakeDesk desk, OpenPhotos photos, CancellationToken cancel) => Answer(async () =>
        {
            var state = await desk.GetAsync(take, cancel);
            var open = await photos.GetAsync(state.Photo, cancel);
            var (label, change) = await Task.Run(() => PickEdit.Of(state.Recipe, open.Renderer, pick, cancel), cancel);
            return await desk.EditAsync(take, pick.Revision, label, change, pick.Window, cancel);
        }));
        bench.MapPost("/recipe", (int take, HttpRequest request, TakeDesk desk, MaskStore masks, CancellationToken cancel) => Answer(async () =>
        {
            var bytes = await ReadAllAsync(request.Body, cancel);
            var recipe = RecipeJson.Parse(bytes);
            masks.Require(recipe);
            var revision = long.TryParse(request.Query["revision"], out var number) ? number : 0;
            return await desk.EditAsync(take, revision, "Recipe read in", RecipeEdit.Fields(RecipeJson.ToNode(recipe)), request.Query["window"].ToString(), cancel);
        }));
        bench.MapGet("/recipe", async (int take, TakeDesk desk, CancellationToken cancel) =>
        {
            var state = await desk.GetAsync(take, cancel);
            return Results.File(System.Text.Encoding.UTF8.GetBytes(RecipeJson.Write(state.Recipe)), "application/json", $"{state.Photo.Name}.recipe.json");
        });
        bench.MapGet("/changes", (int take, ChangeFeed feed, Sight sight, HttpContext context, IHostApplicationLifetime lifetime) =>
            EventStream.WriteAsync(feed, take, context, lifetime, cancel => sight.SeesStillAsync(take, cancel)));
    }

    /// <summary>The state after a change; or the newest one where the change was made on an older.</summary>
    public static async Task<IResult> Answer(Func<Task<TakeState>> change)
    {
        try
        {
            return StateAnswer.Of(await change());
        }
        catch (StaleRevisionException stale) when (stale.Newest is not null)
        {
            return StateAnswer.Of(stale.Newest, StatusCodes.Status409Conflict, stale.Message);
        }
    }

    internal static async Task<byte[]> ReadAllAsync(Stream body, CancellationToken cancel)
    {
        using var memory = new MemoryStream();
        var buffer = new byte[1 << 16];
        int read;
        while ((read = await body.ReadAsync(buffer, cancel)) > 0)
        {
            if (memory.Length + read > RecipeJson.LargestDocument) throw new YarnwheelException("The file is too large. Nothing was changed.");
            memory.Write(buffer, 0, read);
        }
        return memory.ToArray();
    }
}
