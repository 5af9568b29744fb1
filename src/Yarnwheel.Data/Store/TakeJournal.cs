using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>Writes edits into a take's journal, and goes back and forth in it.</summary>
/// <remarks>Each call commits one transaction before it returns: what was acknowledged is on the disk. Nothing is ever given up:
/// an edit after going back begins another way, and the old one stays.</remarks>
public sealed class TakeJournal(IDbContextFactory<YarnwheelContext> contexts)
{
    /// <summary>A recipe is kept whole at every so many steps, so that the one at any step is near.</summary>
    private const int Spacing = 32;

    /// <summary>The take as it stands, or null where there is none.</summary>
    public async Task<TakeState?> ReadAsync(int takeId, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var take = await context.Takes.AsNoTracking().Include(t => t.Photo).SingleOrDefaultAsync(t => t.Id == takeId, cancel);
        return take is null ? null : await StateAsync(context, take, RecipeJson.Parse(take.Recipe), cancel);
    }

    /// <summary>Applies an edit made on a known revision. One made on an older revision is made too, where nothing that came between touches the same place.</summary>
    /// <param name="takeId">The take.</param>
    /// <param name="revision">The revision the edit was made on.</param>
    /// <param name="label">What it does, for undo.</param>
    /// <param name="change">JSON Patch.</param>
    /// <param name="known">The take as the caller has it, which saves reading it; null where it has none.</param>
    /// <param name="cancel">Ends the work before it is written.</param>
    /// <exception cref="RecipeException">The outcome would be no valid recipe; nothing is written.</exception>
    /// <exception cref="StaleRevisionException">The take was changed since, in the same place or by going back; nothing is written.</exception>
    public Task<TakeState> EditAsync(int takeId, long revision, string label, JsonArray change, TakeState? known = null, CancellationToken cancel = default) =>
        ChangeAsync(takeId, revision, known, async (context, take, recipe) =>
        {
            var (edited, inverse) = RecipeEdit.Apply(recipe, change);
            var parent = await StepAsync(context, take, take.Head, cancel);
            var number = 1 + await context.Steps.Where(s => s.TakeId == take.Id).MaxAsync(s => s.Number, cancel);
            context.Steps.Add(new StepRow
            {
                TakeId = take.Id,
                Number = number,
                Parent = parent.Number,
                Depth = parent.Depth + 1,
                Label = label.Length > 120 ? label[..120] : label,
                Forward = change.ToJsonString(),
                Inverse = inverse.ToJsonString(),
                Recipe = (parent.Depth + 1) % Spacing == 0 ? RecipeJson.WriteCompact(edited) : null,
                Revision = take.Revision + 1,
                At = DateTime.UtcNow,
            });
            parent.Next = number;
            take.Head = number;
            return edited;
        }, cancel, change);

    /// <summary>Takes the newest step back; does nothing where there is none.</summary>
    /// <exception cref="StaleRevisionException">The take was changed since.</exception>
    public Task<TakeState> UndoAsync(int takeId, long revision, TakeState? known = null, CancellationToken cancel = default) =>
        ChangeAsync(takeId, revision, known, async (context, take, recipe) =>
        {
            var step = await StepAsync(context, take, take.Head, cancel);
            if (step.Parent is not { } parent) return null;
            take.Head = parent;
            return RecipeEdit.Apply(recipe, JsonNode.Parse(step.Inverse)!.AsArray()).Result;
        }, cancel);

    /// <summary>Does the step again that was gone through last from here; does nothing where there is none.</summary>
    /// <exception cref="StaleRevisionException">The take was changed since.</exception>
    public Task<TakeState> RedoAsync(int takeId, long revision, TakeState? known = null, CancellationToken cancel = default) =>
        ChangeAsync(takeId, revision, known, async (context, take, recipe) =>
        {
            if ((await StepAsync(context, take, take.Head, cancel)).Next is not { } next) return null;
            take.Head = next;
            return RecipeEdit.Apply(recipe, JsonNode.Parse((await StepAsync(context, take, next, cancel)).Forward)!.AsArray()).Result;
        }, cancel);

    /// <summary>Goes to any step, on the way that is gone or on another; from there redo goes on along that way.</summary>
    /// <exception cref="YarnwheelException">There is no such step.</exception>
    /// <exception cref="StaleRevisionException">The take was changed since.</exception>
    public Task<TakeState> GoToAsync(int takeId, long revision, int step, TakeState? known = null, CancellationToken cancel = default) =>
        ChangeAsync(takeId, revision, known, async (context, take, _) =>
        {
            if (step == take.Head) return null;
            var recipe = await RecipeAtAsync(context, take.Id, step, cancel);
            // Undo and redo now run along the way to this step.
            await context.Database.ExecuteSqlAsync($"""
                WITH RECURSIVE way(Number, Parent) AS (
                    SELECT Number, Parent FROM Steps WHERE TakeId = {take.Id} AND Number = {step}
                    UNION ALL SELECT s.Number, s.Parent FROM Steps s JOIN way w ON s.TakeId = {take.Id} AND s.Number = w.Parent)
                UPDATE Steps SET Next = (SELECT w.Number FROM way w WHERE w.Parent = Steps.Number)
                WHERE TakeId = {take.Id} AND Number IN (SELECT Parent FROM way)
                """, cancel);
            take.Head = step;
            return recipe;
        }, cancel);

    /// <summary>The recipe as it was at a step.</summary>
    /// <exception cref="YarnwheelException">There is no such step.</exception>
    public async Task<Recipe> RecipeAtAsync(int takeId, int step, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        return await RecipeAtAsync(context, takeId, step, cancel);
    }

    private static async Task<Recipe> RecipeAtAsync(YarnwheelContext context, int takeId, int step, CancellationToken cancel)
    {
        // From the step back to the nearest recipe that is kept whole, and forwards from there.
        var way = await context.Steps.FromSql($"""
            WITH RECURSIVE way AS (
                SELECT * FROM Steps WHERE TakeId = {takeId} AND Number = {step}
                UNION ALL SELECT s.* FROM Steps s JOIN way w ON s.TakeId = {takeId} AND s.Number = w.Parent WHERE w.Recipe IS NULL)
            SELECT * FROM way
            """).AsNoTracking().ToListAsync(cancel);
        way.Sort((a, b) => a.Depth.CompareTo(b.Depth));
        if (way.Count == 0 || way[0].Recipe is not { } kept) throw new YarnwheelException("There is no such step; it may have been thinned out. Nothing was changed.");
        return way.Skip(1).Aggregate(RecipeJson.Parse(kept), (recipe, row) => RecipeEdit.Apply(recipe, JsonNode.Parse(row.Forward)!.AsArray()).Result);
    }

    private async Task<TakeState> ChangeAsync(int takeId, long revision, TakeState? known, Func<YarnwheelContext, TakeRow, Recipe, Task<Recipe?>> change, CancellationToken cancel, JsonArray? edit = null)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        // The transaction takes SQLite's write lock at once, so that nobody comes between reading and writing.
        await using var transaction = await context.Database.BeginTransactionAsync(cancel);
        var take = await context.Takes.Include(t => t.Photo).SingleOrDefaultAsync(t => t.Id == takeId, cancel)
            ?? throw new StaleRevisionException("This take was removed. Go back to the Shelf.", null);
        if (take.Revision != revision && (edit is null ? "by going back or forth" : await InTheWayAsync(context, take, revision, edit, cancel)) is { } reason)
        {
            throw new StaleRevisionException($"This take was changed in another window ({reason}). Your last change was not made; the newest state is shown now.",
                await StateAsync(context, take, RecipeJson.Parse(take.Recipe), cancel));
        }
        var before = known is not null && known.Id == takeId && known.Revision == take.Revision ? known.Recipe : RecipeJson.Parse(take.Recipe);
        // Nothing to do is no change: the revision stays.
        if (await change(context, take, before) is not { } recipe) return await StateAsync(context, take, before, cancel);
        take.Recipe = RecipeJson.WriteCompact(recipe);
        take.Revision++;
        take.ChangedAt = DateTime.UtcNow;
        await context.SaveChangesAsync(cancel);
        await transaction.CommitAsync(CancellationToken.None);
        // It is kept: whoever asked may have gone, but what is answered from here on is the newest state.
        return await StateAsync(context, take, recipe, CancellationToken.None);
    }

    /// <summary>What came between a revision and now that an edit can't be made beside; null where it can.</summary>
    private static async Task<string?> InTheWayAsync(YarnwheelContext context, TakeRow take, long revision, JsonArray edit, CancellationToken cancel)
    {
        var between = await context.Steps.AsNoTracking().Where(s => s.TakeId == take.Id && s.Revision > revision).OrderBy(s => s.Revision).ToListAsync(cancel);
        // Each of them on the one before, up to now: whoever went back or forth in between changed more than steps say.
        var number = take.Head;
        for (var k = between.Count - 1; k >= 0; number = between[k--].Parent ?? -1)
            if (between[k].Number != number) return "by going back or forth";
        if (between.Count != take.Revision - revision) return "by going back or forth";
        return between.FirstOrDefault(s => ChangeOverlap.Find(JsonNode.Parse(s.Forward)!.AsArray(), edit) is not null) is { } step ? $"“{step.Label}”, in the same place" : null;
    }

    private static Task<StepRow> StepAsync(YarnwheelContext context, TakeRow take, int number, CancellationToken cancel) =>
        context.Steps.SingleAsync(s => s.TakeId == take.Id && s.Number == number, cancel);

    private static async Task<TakeState> StateAsync(YarnwheelContext context, TakeRow take, Recipe recipe, CancellationToken cancel)
    {
        var here = await context.Steps.AsNoTracking().Where(s => s.TakeId == take.Id && s.Number == take.Head)
            .Select(s => new { s.Label, s.Parent, s.Depth, Redo = context.Steps.Where(n => n.TakeId == take.Id && n.Number == s.Next).Select(n => n.Label).FirstOrDefault() })
            .SingleAsync(cancel);
        return new TakeState(take.Id, take.Name, take.Photo!, take.Revision, recipe, here.Parent is null ? null : here.Label, here.Redo, here.Depth) { Step = take.Head };
    }
}
