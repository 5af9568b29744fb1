namespace Yarnwheel.Web.Benches;

/// <summary>Gives Benches their turns at drawing, so that none starves another: each Bench draws one frame at a time, two Benches at once; of those that wait, the one served longest ago is next.
/// A frame that takes seconds, whatever its recipe asks for, keeps its place no longer: others draw beside it.</summary>
/// <param name="places">How many draw at once.</param>
/// <param name="clock">Null for the system's.</param>
internal sealed class FrameTurns(int places = 2, TimeProvider? clock = null)
{
    /// <summary>How long a frame keeps its place.</summary>
    internal static readonly TimeSpan Patience = TimeSpan.FromSeconds(2);

    /// <summary>How long work behind frames waits for them at most.</summary>
    internal static readonly TimeSpan PatienceBehind = TimeSpan.FromSeconds(1);

    /// <summary>For so long after the last of a crowd it is one still: frames must not change their size with every one.</summary>
    internal static readonly TimeSpan Crowded = TimeSpan.FromMilliseconds(1500);

    // How long a strip of a copy waits at most, and how long after a frame a hand may still be moving.
    private static readonly TimeSpan MostPatience = TimeSpan.FromSeconds(15), Pause = TimeSpan.FromMilliseconds(250);

    // Frames that take long still hold memory.
    private const int MostSlow = 6;

    // So many Benches that wait are a crowd.
    private const int Crowd = 3;

    private readonly TimeProvider clock = clock ?? TimeProvider.System;
    private readonly HashSet<int> slow = [];
    private readonly Lock gate = new();
    private readonly LinkedList<(int Bench, TaskCompletionSource Turn)> waiting = new();
    private readonly HashSet<int> drawing = [];
    private readonly Dictionary<int, long> served = [];
    private long turnsGiven;
    private long? endedAt;
    private long? crowdedAt;

    /// <summary>Waits for the Bench's turn; it lasts until what is given is disposed of.</summary>
    /// <exception cref="OperationCanceledException">Whoever asked has gone.</exception>
    public async Task<IDisposable> TakeAsync(int bench, CancellationToken cancel)
    {
        var turn = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        LinkedListNode<(int, TaskCompletionSource)> place;
        lock (gate)
        {
            place = waiting.AddLast((bench, turn));
            Next();
            if (waiting.Select(w => w.Bench).Distinct().Count() >= Crowd) crowdedAt = clock.GetTimestamp();
        }
        try
        {
            await turn.Task.WaitAsync(cancel);
        }
        catch (OperationCanceledException)
        {
            lock (gate)
            {
                if (turn.Task.IsCompletedSuccessfully) End(bench);
                else waiting.Remove(place);
            }
            throw;
        }
        return new Turn(this, bench);
    }

    /// <summary>How many frames wait for their turn.</summary>
    public int Waiting
    {
        get
        {
            lock (gate) return waiting.Count;
        }
    }

    /// <summary>Whether so many Benches drag at once that each waits for several others, or did just now: then frames are better drawn smaller than late.</summary>
    public bool IsCrowded
    {
        get
        {
            lock (gate) return IsLessAgo(crowdedAt, Crowded);
        }
    }

    /// <summary>Work that nobody waits for with a hand on the mouse lets frames go first, but not for ever: while somebody drags, also between two frames.</summary>
    public void GiveWay(CancellationToken cancel)
    {
        for (var since = clock.GetTimestamp(); IsLessAgo(since, MostPatience) && IsInUse && !cancel.IsCancellationRequested;) cancel.WaitHandle.WaitOne(5);
    }

    /// <summary>Does such work as a whole, once no frame is being drawn; after <see cref="PatienceBehind"/> all the same.</summary>
    public async Task<T> BehindAsync<T>(Func<T> work, CancellationToken cancel)
    {
        for (var since = clock.GetTimestamp(); IsBusy() && IsLessAgo(since, PatienceBehind);) await Task.Delay(5, cancel);
        return await Task.Run(work, cancel);
    }

    /// <summary>Whether somebody draws, or drew just now.</summary>
    public bool IsInUse
    {
        get
        {
            lock (gate) return drawing.Count > 0 || waiting.Count > 0 || IsLessAgo(endedAt, Pause);
        }
    }

    private bool IsLessAgo(long? timestamp, TimeSpan time) => timestamp is { } since && clock.GetElapsedTime(since) < time;

    private bool IsBusy()
    {
        lock (gate) return drawing.Count > 0 || waiting.Count > 0;
    }

    private void End(int bench)
    {
        lock (gate)
        {
            drawing.Remove(bench);
            slow.Remove(bench);
            endedAt = clock.GetTimestamp();
            Next();
        }
    }

    private void Next()
    {
        while (drawing.Count - slow.Count < places && drawing.Count < places + MostSlow)
        {
            LinkedListNode<(int Bench, TaskCompletionSource Turn)>? next = null;
            for (var node = waiting.First; node is not null; node = node.Next)
                if (!drawing.Contains(node.Value.Bench) && (next is null || ServedAt(node.Value.Bench) < ServedAt(next.Value.Bench))) next = node;
            if (next is null) return;
            waiting.Remove(next);
            drawing.Add(next.Value.Bench);
            if (served.Count > 1000) served.Clear();
            served[next.Value.Bench] = ++turnsGiven;
            _ = LoseInTimeAsync(next.Value.Bench, turnsGiven);
            next.Value.Turn.SetResult();
        }
    }

    /// <summary>A turn that lasts too long no longer counts among those that draw.</summary>
    private async Task LoseInTimeAsync(int bench, long turn)
    {
        await Task.Delay(Patience, clock);
        lock (gate)
        {
            if (!drawing.Contains(bench) || ServedAt(bench) != turn) return;
            slow.Add(bench);
            Next();
        }
    }

    private long ServedAt(int bench) => served.GetValueOrDefault(bench);

    private sealed class Turn(FrameTurns turns, int bench) : IDisposable
    {
        private int ended;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref ended, 1) == 0) turns.End(bench);
        }
    }
}
