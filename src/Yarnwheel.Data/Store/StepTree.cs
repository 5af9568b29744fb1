namespace Yarnwheel.Data.Store;

/// <summary>Where a step hangs in its take's journal.</summary>
/// <param name="Number">Of the step; 0 is the beginning.</param>
/// <param name="Parent">The step it was made on; null for the beginning.</param>
/// <param name="Next">The step after it that was gone through last.</param>
public readonly record struct StepPlace(int Number, int? Parent, int? Next);

/// <summary>The shape of a take's journal: every step, the way that is gone, and the ways that were left.</summary>
public sealed class StepTree
{
    private readonly Dictionary<int, StepPlace> steps;
    private readonly ILookup<int, int> after;

    /// <param name="places">All steps of a take, in any order.</param>
    public StepTree(IEnumerable<StepPlace> places)
    {
        steps = places.ToDictionary(s => s.Number);
        after = steps.Values.Where(s => s.Parent is not null).OrderBy(s => s.Number).ToLookup(s => s.Parent!.Value, s => s.Number);
    }

    /// <summary>How many steps there are, the beginning included.</summary>
    public int Count => steps.Count;

    /// <summary>The steps that are in effect at a step, the beginning first, it last.</summary>
    public IReadOnlyList<int> WayTo(int step)
    {
        var way = new List<int>();
        for (int? at = step; at is { } number && steps.TryGetValue(number, out var place); at = place.Parent) way.Add(number);
        way.Reverse();
        return way;
    }

    /// <summary>The steps that redo would make again from a step on, in order.</summary>
    public IReadOnlyList<int> WayOn(int step)
    {
        var way = new List<int>();
        for (var at = steps[step].Next; at is { } number && steps.TryGetValue(number, out var place); at = place.Next) way.Add(number);
        return way;
    }

    /// <summary>The ways that begin at a step and leave a given one aside.</summary>
    /// <param name="step">Where they begin.</param>
    /// <param name="taken">The step after it that is not meant; null for none.</param>
    /// <returns>Of each way its first step, where it was left last, and how many steps it has, those that branch off it included.</returns>
    public IReadOnlyList<(int First, int Last, int Count)> WaysAside(int step, int? taken) =>
        after[step].Where(s => s != taken).Select(first => (first, WayOn(first) is { Count: > 0 } on ? on[^1] : first, CountFrom(first))).ToList();

    /// <summary>The steps after which exactly one other comes.</summary>
    public bool IsAlone(int step) => after[step].Take(2).Count() == 1;

    private int CountFrom(int first)
    {
        var count = 0;
        var open = new Stack<int>([first]);
        while (open.TryPop(out var step))
        {
            count++;
            foreach (var next in after[step]) open.Push(next);
        }
        return count;
    }
}
