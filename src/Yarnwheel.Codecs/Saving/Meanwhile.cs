using System.Runtime.ExceptionServices;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Makes something on one thread while another takes it.</summary>
internal static class Meanwhile
{
    /// <param name="make">Makes it, on this thread; ends early when it is told to.</param>
    /// <param name="giveUp">Tells whoever takes it that no more will come.</param>
    /// <param name="take">Takes it, on a thread of its own; waits for what is not there yet.</param>
    /// <param name="cancel">Ends both early.</param>
    /// <remarks>The failure of either ends the other; the first is the one that is told.</remarks>
    public static void Do(Action<CancellationToken> make, Action giveUp, Action<CancellationToken> take, CancellationToken cancel)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        Exception? first = null;
        var taking = Task.Factory.StartNew(() => Try(take), CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);
        Try(make);
        taking.Wait(CancellationToken.None);
        if (first is not null) ExceptionDispatchInfo.Throw(first);

        void Try(Action<CancellationToken> work)
        {
            try
            {
                work(stop.Token);
            }
            catch (Exception exception)
            {
                Interlocked.CompareExchange(ref first, exception, null);
                giveUp();
                stop.Cancel();
            }
        }
    }
}
