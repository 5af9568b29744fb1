using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>Keeps computed pieces by their content, up to a budget of memory; what was used longest ago goes first.</summary>
/// <param name="budget">Bytes.</param>
/// <param name="arena">Where pieces that end together take their memory; null where they are kept.</param>
public sealed class PieceCache(long budget, PlaneArena? arena = null)
{
    private readonly Lock gate = new();
    private readonly Dictionary<string, LinkedListNode<Entry>> entries = [];
    private readonly LinkedList<Entry> byUse = new();
    private long held;

    private sealed record Entry(string Key, object Piece, long Bytes);

    /// <summary>Where pieces take their memory; null for memory of their own.</summary>
    public PlaneArena? Arena { get; } = arena;

    /// <summary>Memory held, bytes.</summary>
    public long Held
    {
        get
        {
            lock (gate) return held;
        }
    }

    /// <summary>The piece of that key, made if it is not there. Two callers may make the same piece at once; both get an equal one.</summary>
    public T GetOrAdd<T>(string key, Func<T> make, Func<T, long> bytes) where T : class
    {
        ArgumentNullException.ThrowIfNull(make);
        ArgumentNullException.ThrowIfNull(bytes);
        if (Find<T>(key) is { } known) return known;
        var piece = make();
        lock (gate)
        {
            if (entries.TryGetValue(key, out var node)) return (T)node.Value.Piece;
            var entry = new Entry(key, piece, bytes(piece));
            entries[key] = byUse.AddFirst(entry);
            held += entry.Bytes;
            while (held > budget && byUse.Count > 1)
            {
                var last = byUse.Last!.Value;
                byUse.RemoveLast();
                entries.Remove(last.Key);
                held -= last.Bytes;
            }
        }
        return piece;
    }

    /// <summary>The piece of that key, if it is there.</summary>
    public T? Find<T>(string key) where T : class
    {
        lock (gate)
        {
            if (!entries.TryGetValue(key, out var node)) return null;
            byUse.Remove(node);
            byUse.AddFirst(node);
            return (T)node.Value.Piece;
        }
    }
}
