namespace Yarnwheel.Web.Copies;

/// <summary>A copy on its way: being rendered, ready to be fetched, failed or cancelled.</summary>
internal sealed class CopyJob(string id, string fileName, string path, TimeProvider clock) : IDisposable
{
    private readonly CancellationTokenSource cancel = new();
    private double share;

    public string Id { get; } = id;

    /// <summary>The name it is saved under.</summary>
    public string FileName { get; } = fileName;

    /// <summary>Where it waits to be fetched.</summary>
    public string Path { get; } = path;

    /// <summary>The share done, 0 … 1.</summary>
    public double Share
    {
        get => Volatile.Read(ref share);
        set => Volatile.Write(ref share, value);
    }

    public CopyState State { get; private set; } = CopyState.Working;

    /// <summary>Why it failed.</summary>
    public string? Fault { get; set; }

    public DateTimeOffset EndedAt { get; private set; }

    /// <summary>Ends it. When it ended is known before it counts as ended: nobody may take it for one of long ago.</summary>
    public void End(CopyState state)
    {
        EndedAt = clock.GetUtcNow();
        Thread.MemoryBarrier();
        State = state;
    }

    public CancellationToken Token => cancel.Token;

    public void Cancel() => cancel.Cancel();

    public void Dispose() => cancel.Dispose();
}

/// <summary>Where a copy stands.</summary>
internal enum CopyState
{
    Working,
    Ready,
    Failed,
    Cancelled,
}
