using System.Collections.Concurrent;
using System.Text.Json.Nodes;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Benches;

/// <summary>The takes being worked on: the newest state of each at hand, every change through the journal first.</summary>
internal sealed class TakeDesk(TakeJournal journal, ChangeFeed feed, Sight sight)
{
    private const int MostLooked = 256;
    private readonly ConcurrentDictionary<int, TakeState> newest = new();
    private readonly ConcurrentDictionary<(int Take, int Step), Recipe> looked = new();

    /// <summary>The take as it stands.</summary>
    /// <exception cref="YarnwheelException">There is none.</exception>
    public async Task<TakeState> GetAsync(int takeId, CancellationToken cancel)
    {
        await sight.CheckTakeAsync(takeId, cancel);
        if (newest.TryGetValue(takeId, out var known)) return known;
        var state = await journal.ReadAsync(takeId, cancel) ?? throw new YarnwheelException("There is no such take; it may have been removed. Go back to the Shelf.");
        return Remember(state);
    }

    /// <summary>Makes a change; new areas get names of their own.</summary>
    /// <param name="takeId">The take.</param>
    /// <param name="revision">The revision it is made on.</param>
    /// <param name="label">What it does; "New area" is completed by the area's name.</param>
    /// <param name="change">JSON Patch.</param>
    /// <param name="window">Whoever makes it.</param>
    /// <param name="cancel">Ends the work before it is written.</param>
    /// <returns>The state after it, and what it made.</returns>
    public async Task<TakeState> EditAsync(int takeId, long revision, string label, JsonArray change, string window, CancellationToken cancel)
    {
        if (AreaName.Free(change, (await GetAsync(takeId, cancel)).Recipe) is { } name && label == "New area") label = $"New area “{name}”";
        var state = Announce(await journal.EditAsync(takeId, revision, label, change, Known(takeId), cancel), revision, label, window);
        return state with { Made = Made.Of(change, state.Recipe) };
    }

    public async Task<TakeState> UndoAsync(int takeId, long revision, string window, CancellationToken cancel) =>
        Announce(await journal.UndoAsync(takeId, revision, Known(takeId), cancel), revision, "Undo", window);

    public async Task<TakeState> RedoAsync(int takeId, long revision, string window, CancellationToken cancel) =>
        Announce(await journal.RedoAsync(takeId, revision, Known(takeId), cancel), revision, "Redo", window);

    /// <summary>Goes to any step of the history.</summary>
    public async Task<TakeState> GoToAsync(int takeId, long revision, int step, string window, CancellationToken cancel) =>
        Announce(await journal.GoToAsync(takeId, revision, step, Known(takeId), cancel), revision, "Back to a step", window);

    /// <summary>The recipe as it was at a step; those looked at last are at hand.</summary>
    /// <exception cref="YarnwheelException">There is no such step.</exception>
    public async Task<Recipe> RecipeAtAsync(int takeId, int step, CancellationToken cancel)
    {
        if (looked.TryGetValue((takeId, step), out var known)) return known;
        var recipe = await journal.RecipeAtAsync(takeId, step, cancel);
        if (looked.Count >= MostLooked) looked.Clear();
        return looked[(takeId, step)] = recipe;
    }

    /// <summary>The recipe with an unsaved draft laid over it.</summary>
    /// <exception cref="RecipeException">The draft gives no valid recipe.</exception>
    public static Recipe WithDraft(Recipe recipe, JsonArray? draft) =>
        draft is null || draft.Count == 0 ? recipe : RecipeEdit.Apply(recipe, draft).Result;

    private TakeState? Known(int takeId) => newest.GetValueOrDefault(takeId);

    /// <summary>All takes are read anew: the database became another.</summary>
    public void ForgetAll()
    {
        newest.Clear();
        looked.Clear();
    }

    public void Forget(int takeId) => newest.TryRemove(takeId, out _);

    private TakeState Announce(TakeState state, long before, string label, string window)
    {
        Remember(state);
        if (state.Revision != before) feed.Publish(state.Id, new TakeChange(state.Revision, label, window));
        return state;
    }

    // Two edits may be answered out of order; the later revision stays.
    private TakeState Remember(TakeState state) =>
        newest.AddOrUpdate(state.Id, state, (_, old) => old.Revision > state.Revision ? old : state);
}
