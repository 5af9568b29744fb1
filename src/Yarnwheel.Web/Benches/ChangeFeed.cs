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
    private readonly ConcurrentDictionary<int, ConcurrentDictionary<Channel<TakeChange>, bool>> listeners = new();

    public void Publish(int takeId, TakeChange change)
    {
        if (!listeners.TryGetValue(takeId, out var channels)) return;
        foreach (var channel in channels.Keys) channel.Writer.TryWrite(change);
    }

    /// <summary>The changes to a take from now on, until cancelled.</summary>
    public async IAsyncEnumerable<TakeChange> ListenAsync(int takeId, [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel)
    {
        // A window that does not read loses the oldest: only the newest revision matters to it.
        var channel = Channel.CreateBounded<TakeChange>(new BoundedChannelOptions(16) { FullMode = BoundedChannelFullMode.DropOldest });
        var channels = listeners.GetOrAdd(takeId, _ => new());
        channels[channel] = true;
        try
        {
            await foreach (var change in channel.Reader.ReadAllAsync(cancel)) yield return change;
        }
        finally
        {
            channels.TryRemove(channel, out _);
        }
    }
}
