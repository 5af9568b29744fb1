using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>Writes edits into a take's journal, and takes them back.</summary>
/// <remarks>Each call commits one transaction before it returns: what was acknowledged is on the disk.</remarks>
public sealed class TakeJournal(IDbContextFactory<YarnwheelContext> contexts)
{
    /// <summary>The take as it stands, or null where there is none.</summary>
    public async Task<TakeState?> ReadAsync(int takeId, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var take = await context.Takes.AsNoTracking().Include(t => t.Photo).SingleOrDefaultAsync(t => t.Id == takeId, cancel);
        return take is null ? null : await StateAsync(context, take, RecipeJson.Parse(take.Recipe), cancel);
    }

    /// <summary>Applies an edit made on a known revision.</summary>
    /// <param name="takeId">The take.</param>
    /// <param name="revision">The revision the edit was made on.</param>
    /// <param name="label">What it does, for undo.</param>
    /// <param name="change">JSON Patch.</param>
    /// <param name="known">The take as the caller has it, which saves reading it; null where it has none.</param>
    /// <param name="cancel">Ends the work before it is written.</param>
    /// <exception cref="RecipeException">The outcome would be no valid recipe; nothing is written.</exception>
    /// <exception cref="StaleRevisionException">The take was changed since; nothing is written.</exception>
    public Task<TakeState> EditAsync(int takeId, long revision, string label, JsonArray change, TakeState? known = null, CancellationToken cancel = default) =>
        ChangeAsync(takeId, revision, known, async (context, take, recipe) =>
        {
            var (edited, inverse) = RecipeEdit.Apply(recipe, change);
            // A new edit after an undo starts a new branch; what was undone is given up, as everywhere.
            await context.Steps.Where(s => s.TakeId == take.Id && s.Number > take.Head).ExecuteDeleteAsync(cancel);
            take.Head++;
            context.Steps.Add(new StepRow
            {
                TakeId = take.Id,
                Number = take.Head,
                Label = label.Length > 120 ? label[..120] : label,
                Forward = change.ToJsonString(),
                Inverse = inverse.ToJsonString(),
                At = DateTime.UtcNow,
            });
            return edited;
        }, cancel);

    /// <summary>Takes the newest step back; does nothing where there is none.</summary>
    /// <exception cref="StaleRevisionException">The take was changed since.</exception>
    public Task<TakeState> UndoAsync(int takeId, long revision, TakeState? known = null, CancellationToken cancel = default) =>
        ChangeAsync(takeId, revision, known, async (context, take, recipe) =>
        {
            var step = await context.Steps.SingleOrDefaultAsync(s => s.TakeId == take.Id && s.Number == take.Head, cancel);
            if (step is null) return null;
            take.Head--;
            return RecipeEdit.Apply(recipe, JsonNode.Parse(step.Inverse)!.AsArray()).Result;
        }, cancel);

    /// <summary>Does the step again that was taken back last; does nothing where there is none.</summary>
    /// <exception cref="StaleRevisionException">The take was changed since.</exception>
    public Task<TakeState> RedoAsync(int takeId, long revision, TakeState? known = null, CancellationToken cancel = default) =>
        ChangeAsync(takeId, revision, known, async (context, take, recipe) =>
        {
            var step = await context.Steps.SingleOrDefaultAsync(s => s.TakeId == take.Id && s.Number == take.Head + 1, cancel);
            if (step is null) return null;
            take.Head++;
            return RecipeEdit.Apply(recipe, JsonNode.Parse(step.Forward)!.AsArray()).Result;
        }, cancel);

    private async Task<TakeState> ChangeAsync(int takeId, long revision, TakeState? known, Func<YarnwheelContext, TakeRow, Recipe, Task<Recipe?>> change, CancellationToken cancel)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        // The transaction takes SQLite's write lock at once, so that nobody comes between reading and writing.
        await using var transaction = await context.Database.BeginTransactionAsync(cancel);
        var take = await context.Takes.Include(t => t.Photo).SingleOrDefaultAsync(t => t.Id == takeId, cancel)
            ?? throw new StaleRevisionException("This take was removed. Go back to the Shelf.", null);
        if (take.Revision != revision)
        {
            throw new StaleRevisionException("This take was changed in another window. Your last change was not made; the newest state is shown now.",
                await StateAsync(context, take, RecipeJson.Parse(take.Recipe), cancel));
        }
        var before = known is not null && known.Id == takeId && known.Revision == revision ? known.Recipe : RecipeJson.Parse(take.Recipe);
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

    private static async Task<TakeState> StateAsync(YarnwheelContext context, TakeRow take, Recipe recipe, CancellationToken cancel)
    {
        var labels = await context.Steps.AsNoTracking()
            .Where(s => s.TakeId == take.Id && (s.Number == take.Head || s.Number == take.Head + 1))
            .ToDictionaryAsync(s => s.Number, s => s.Label, cancel);
        return new TakeState(take.Id, take.Name, take.Photo!, take.Revision, recipe,
            labels.GetValueOrDefault(take.Head), labels.GetValueOrDefault(take.Head + 1), take.Head);
    }
}
