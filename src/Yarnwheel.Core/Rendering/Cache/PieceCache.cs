using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering.Cache;

/// <summary>Keeps computed pieces by their content, up to a budget of memory; what was used longest ago goes first.</summary>
/// <remarks>A placed piece serves whoever asks for a region within its own. Who asks for what another is just making waits for it;
/// should the other give up, the one who waits makes it.</remarks>
/// <param name="budget">Bytes; the newest piece stays, whatever its size.</param>
internal sealed class PieceCache(long budget)
{
    private static readonly Region Everywhere = new(int.MinValue / 4, int.MinValue / 4, int.MaxValue / 2, int.MaxValue / 2);
    private readonly Lock gate = new();
    private readonly Dictionary<object, List<Entry>> entries = [];
    private readonly LinkedList<Entry> byUse = new();
    private long held;
    private long budget = budget;

    private sealed class Entry(object key, Region region)
    {
        public object Key { get; } = key;

        public Region Region { get; set; } = region;

        public TaskCompletionSource<IPiece> Made { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);

        /// <summary>Who makes it: it can't wait for itself.</summary>
        public int Maker { get; } = Environment.CurrentManagedThreadId;

        public long Bytes { get; set; }

        public LinkedListNode<Entry>? Place { get; set; }
    }

    /// <summary>Memory held, bytes.</summary>
    public long Held
    {
        get
        {
            lock (gate) return held;
        }
    }

    /// <summary>Allows at least so much from now on.</summary>
    public void Allow(long bytes)
    {
        lock (gate) budget = Math.Max(budget, bytes);
    }

    /// <summary>The piece of that key, made if it is not there.</summary>
    /// <exception cref="OperationCanceledException">Whoever asks has gone.</exception>
    public T GetOrAdd<T>(PieceKey<T> key, Func<T> make, CancellationToken cancel) where T : class, IPiece => GetOrAdd(key, Everywhere, make, cancel);

    /// <summary>A piece of that key that covers a region, made if there is none.</summary>
    /// <param name="key">Its name.</param>
    /// <param name="region">What it must cover.</param>
    /// <param name="make">Makes it; called outside any lock.</param>
    /// <param name="cancel">Of whoever asks: ends the wait.</param>
    /// <exception cref="OperationCanceledException">Whoever asks has gone.</exception>
    /// <exception cref="InvalidOperationException">To make it, it was asked for itself: two contents have one key.</exception>
    /// <example><code>
    /// var hues = cache.GetOrAdd(new PieceKey&lt;Plane&lt;float&gt;&gt;(key, scale), region, () => Draw(region), cancel);
    /// var row = hues.Row(y, region);  // it may cover more than was asked for
    /// </code></example>
    public T GetOrAdd<T>(PieceKey<T> key, Region region, Func<T> make, CancellationToken cancel) where T : class, IPiece
    {
        while (true)
        {
            cancel.ThrowIfCancellationRequested();
            Entry entry;
            var isMine = false;
            lock (gate)
            {
                if (Covering(key, region) is { } known) entry = known;
                else
                {
                    entry = new Entry(key, region);
                    isMine = true;
                    if (!entries.TryGetValue(key, out var same)) entries[key] = same = [];
                    same.Add(entry);
                }
            }
            if (isMine) return Make(entry, make);
            if (!entry.Made.Task.IsCompleted && entry.Maker == Environment.CurrentManagedThreadId) throw new InvalidOperationException($"To make {key}, it is asked for itself.");
            try
            {
                return (T)entry.Made.Task.WaitAsync(cancel).GetAwaiter().GetResult();
            }
            catch when (entry.Made.Task.IsFaulted && !cancel.IsCancellationRequested)
            {
                // Whoever made it gave up, for a reason of their own; it is tried again.
            }
        }
    }

    /// <summary>A finished piece of that key that covers a region, if there is one.</summary>
    public T? Find<T>(PieceKey<T> key, Region region) where T : class, IPiece
    {
        lock (gate) return Covering(key, region) is { Made.Task.IsCompletedSuccessfully: true } entry ? (T)entry.Made.Task.Result : null;
    }

    /// <summary>Whether the piece of that key is finished.</summary>
    public bool Has<T>(PieceKey<T> key) where T : class, IPiece => Find(key, Everywhere) is not null;

    private Entry? Covering(object key, Region region)
    {
        if (!entries.TryGetValue(key, out var same) || same.Find(e => e.Region.Covers(region)) is not { } entry) return null;
        if (entry.Place is { } place)
        {
            byUse.Remove(place);
            byUse.AddFirst(place);
        }
        return entry;
    }

    private T Make<T>(Entry entry, Func<T> make) where T : class, IPiece
    {
        T piece;
        try
        {
            piece = make();
        }
        catch (Exception exception)
        {
            lock (gate) Remove(entry);
            entry.Made.SetException(exception);
            _ = entry.Made.Task.Exception;
            throw;
        }
        lock (gate)
        {
            if (piece is IPlaced placed) entry.Region = placed.Region;
            entry.Bytes = piece.Bytes;
            entry.Place = byUse.AddFirst(entry);
            held += entry.Bytes;
            // What the new one covers is not needed any more.
            foreach (var smaller in entries[entry.Key].Where(e => e != entry && e.Place is not null && entry.Region.Covers(e.Region)).ToList()) Remove(smaller);
            while (held > budget && byUse.Count > 1) Remove(byUse.Last!.Value);
        }
        entry.Made.SetResult(piece);
        return piece;
    }

    private void Remove(Entry entry)
    {
        var same = entries[entry.Key];
        same.Remove(entry);
        if (same.Count == 0) entries.Remove(entry.Key);
        if (entry.Place is null) return;
        byUse.Remove(entry.Place);
        held -= entry.Bytes;
    }
}
