using System.Globalization;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>A step in the list of the history.</summary>
/// <param name="Number">Of the step.</param>
/// <param name="Label">What was done.</param>
/// <param name="Name">What the photographer calls it, or null.</param>
/// <param name="At">When it was made.</param>
/// <param name="Ahead">Whether it was taken back: redo leads to it.</param>
/// <param name="Aside">The ways that begin here and were left.</param>
public sealed record HistoryStep(int Number, string Label, string? Name, DateTime At, bool Ahead, IReadOnlyList<HistoryWay> Aside);

/// <summary>A way that was left: a step was made elsewhere after going back.</summary>
/// <param name="Last">The step it was left at.</param>
/// <param name="Count">How many steps it has.</param>
/// <param name="Label">Of its last step.</param>
/// <param name="Name">Of its last step.</param>
/// <param name="At">When that was made.</param>
public sealed record HistoryWay(int Last, int Count, string Label, string? Name, DateTime At);

/// <summary>A page of a take's history, the newest first.</summary>
/// <param name="Here">The step in effect.</param>
/// <param name="Steps">Those of the page.</param>
/// <param name="Total">All steps of the take, other ways included, the beginning not.</param>
/// <param name="More">Where the next page begins; null after the last.</param>
public sealed record HistoryPage(int Here, IReadOnlyList<HistoryStep> Steps, int Total, int? More);

/// <summary>The journal of a take as something to look through: listed, searched, named, thinned out.</summary>
public sealed class TakeHistory(IDbContextFactory<YarnwheelContext> contexts)
{
    private const int PageSize = 200, LongestName = 60;

    /// <summary>The way that leads to the step in effect, and on to what was taken back; the newest first.</summary>
    /// <param name="takeId">The take.</param>
    /// <param name="skip">How many to leave out; the next page's beginning.</param>
    /// <param name="find">Only steps whose name or label has this in it, of every way; null for all of this one.</param>
    /// <param name="cancel">Ends the reading.</param>
    public async Task<HistoryPage> PageAsync(int takeId, int skip = 0, string? find = null, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var here = await context.Takes.Where(t => t.Id == takeId).Select(t => t.Head).SingleAsync(cancel);
        var own = context.Steps.AsNoTracking().Where(s => s.TakeId == takeId);
        var tree = new StepTree(await own.Select(s => new StepPlace(s.Number, s.Parent, s.Next)).ToListAsync(cancel));
        var done = tree.WayTo(here);
        var ahead = tree.WayOn(here).ToHashSet();
        List<int> way = [.. done, .. tree.WayOn(here)];
        way.Reverse();
        if (find is { Length: > 0 })
        {
            var like = $"%{ShelfView.Escaped(find)}%";
            way = await own.Where(s => EF.Functions.Like(s.Label, like, "!") || EF.Functions.Like(s.Name!, like, "!")).OrderByDescending(s => s.Number).Select(s => s.Number).ToListAsync(cancel);
        }
        var wanted = way.Skip(skip).Take(PageSize).ToList();
        var after = way.Zip(way.Skip(1)).ToDictionary(pair => pair.Second, pair => pair.First);
        var aside = find is { Length: > 0 } ? [] : wanted.ToDictionary(n => n, n => tree.WaysAside(n, after.TryGetValue(n, out var next) ? next : null));
        var rows = await RowsAsync(own, [.. wanted, .. aside.Values.SelectMany(w => w).Select(w => w.Last)], cancel);
        var steps = wanted.Select(n => new HistoryStep(n, rows[n].Label, rows[n].Name, rows[n].At, ahead.Contains(n),
            aside.GetValueOrDefault(n, []).Select(w => new HistoryWay(w.Last, w.Count, rows[w.Last].Label, rows[w.Last].Name, rows[w.Last].At)).ToList())).ToList();
        return new HistoryPage(here, steps, tree.Count - 1, skip + PageSize < way.Count ? skip + PageSize : null);
    }

    private static async Task<Dictionary<int, (string Label, string? Name, DateTime At)>> RowsAsync(IQueryable<StepRow> own, IReadOnlyCollection<int> numbers, CancellationToken cancel) =>
        (await own.Where(s => numbers.Contains(s.Number)).Select(s => new { s.Number, s.Label, s.Name, s.At }).ToListAsync(cancel)).ToDictionary(s => s.Number, s => (s.Label, s.Name, s.At));

    /// <summary>Names a step, so that it is found again and never thinned out; an empty name takes it away.</summary>
    /// <exception cref="YarnwheelException">The name is too long.</exception>
    public async Task NameAsync(int takeId, int step, string name, CancellationToken cancel = default)
    {
        name = name.Trim();
        if (name.Length > LongestName) throw new YarnwheelException($"A step's name has at most {LongestName} characters; it was not kept.");
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await context.Steps.Where(s => s.TakeId == takeId && s.Number == step).ExecuteUpdateAsync(s => s.SetProperty(x => x.Name, name.Length == 0 ? null : name), cancel);
    }

    /// <summary>Makes one step of all that were made on one day, of those before a time. Named steps, steps where another way begins, and the one in effect stay, and so does every picture that they give.</summary>
    /// <param name="takeId">The take.</param>
    /// <param name="before">UTC.</param>
    /// <param name="isTrial">Only counts.</param>
    /// <param name="cancel">Ends the work; nothing is thinned.</param>
    /// <returns>How many steps are fewer.</returns>
    public async Task<int> ThinAsync(int takeId, DateTime before, bool isTrial, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await context.Database.BeginTransactionAsync(cancel);
        var here = await context.Takes.Where(t => t.Id == takeId).Select(t => t.Head).SingleAsync(cancel);
        var all = await context.Steps.AsNoTracking().Where(s => s.TakeId == takeId).Select(s => new { s.Number, s.Parent, s.Next, s.Name, s.At }).ToDictionaryAsync(s => s.Number, cancel);
        var tree = new StepTree(all.Values.Select(s => new StepPlace(s.Number, s.Parent, s.Next)));
        // A step goes into the one after it where that is its only one and of the same day.
        var into = new Dictionary<int, int>();
        foreach (var step in all.Values)
        {
            if (step.Parent is not { } parent || step.Parent == 0 || step.At >= before) continue;
            var old = all[parent];
            if (old.Name is null && old.Number != here && old.At.Date == step.At.Date && tree.IsAlone(parent)) into[parent] = step.Number;
        }
        if (isTrial || into.Count == 0) return into.Count;
        // Runs of them, each ending in the step that stays.
        var ends = into.Values.Where(n => !into.ContainsKey(n)).ToList();
        var from = into.ToDictionary(p => p.Value, p => p.Key);
        foreach (var end in ends)
        {
            var run = new List<int> { end };
            while (from.TryGetValue(run[^1], out var earlier)) run.Add(earlier);
            run.Reverse();
            var rows = await context.Steps.Where(s => s.TakeId == takeId && run.Contains(s.Number)).OrderBy(s => s.Depth).ToListAsync(cancel);
            var stays = rows[^1];
            stays.Forward = Joined(rows.Select(r => r.Forward));
            stays.Inverse = Joined(rows.AsEnumerable().Reverse().Select(r => r.Inverse));
            stays.Label = string.Create(CultureInfo.InvariantCulture, $"{rows.Count} steps, the last: {stays.Label}");
            if (stays.Label.Length > 120) stays.Label = stays.Label[..120];
            stays.Parent = rows[0].Parent;
            await context.Steps.Where(s => s.TakeId == takeId && s.Number == stays.Parent && s.Next == rows[0].Number).ExecuteUpdateAsync(s => s.SetProperty(x => x.Next, stays.Number), cancel);
            context.Steps.RemoveRange(rows.Take(rows.Count - 1));
            await context.SaveChangesAsync(cancel);
        }
        await transaction.CommitAsync(CancellationToken.None);
        return into.Count;
    }

    private static string Joined(IEnumerable<string> patches) =>
        new JsonArray([.. patches.SelectMany(p => JsonNode.Parse(p)!.AsArray().Select(o => o!.DeepClone()))]).ToJsonString();
}
