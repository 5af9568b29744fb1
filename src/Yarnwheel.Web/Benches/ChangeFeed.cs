using System.Collections.Concurrent;
using System.Threading.Channels;

namespace Yarnwheel.Web.Benches;

/// <summary>A change to a take.</summary>
/// <param name="Revision">After the change.</param>
/// <param name="Label">What was done.</param>
/// <param name="Window">The browser window that did it.</param>
internal sealed record TakeChange(long Revision, string Label, string Window);

/// <summary>Tells every window that has a take open of its changes.</summary>
internal sealed class ChangeFeed
{
    private readonly ConcurrentDictionary<int, ConcurrentDictionary<Listener, bool>> listeners = new();

    public void Publish(int takeId, TakeChange change)
    {
        if (!listeners.TryGetValue(takeId, out var own)) return;
        foreach (var listener in own.Keys) listener.Tell(change);
    }

    /// <summary>Hears of all changes to a take from this call on, until it is disposed of.</summary>
    public Listener Listen(int takeId)
    {
        var own = listeners.GetOrAdd(takeId, _ => new());
        var listener = new Listener(l => own.TryRemove(l, out _));
        own[listener] = true;
        return listener;
    }

    /// <summary>One window's ear.</summary>
    internal sealed class Listener(Action<Listener> leave) : IDisposable
    {
        // A window that does not read loses the oldest: only the newest revision matters to it.
        private readonly Channel<TakeChange> channel =
            Channel.CreateBounded<TakeChange>(new BoundedChannelOptions(16) { FullMode = BoundedChannelFullMode.DropOldest });

        public IAsyncEnumerable<TakeChange> ReadAllAsync(CancellationToken cancel) => channel.Reader.ReadAllAsync(cancel);

        public void Tell(TakeChange change) => channel.Writer.TryWrite(change);

        public void Dispose() => leave(this);
    }
}
