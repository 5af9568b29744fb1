using System.Diagnostics;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Shares the progress out between drawing and writing by the time they take: drawing as it goes, writing as it is known to.</summary>
/// <param name="whole">Receives the share of both, 0 … 1; never less than before.</param>
/// <param name="writing">How long writing will take, seconds.</param>
internal sealed class EvenProgress(IProgress<double>? whole, double writing)
{
    private readonly long since = Stopwatch.GetTimestamp();
    private readonly Lock gate = new();
    private double said;

    /// <summary>For drawing.</summary>
    public IProgress<double> Drawing => new Stage(value =>
    {
        if (value <= 0) return;
        // Strips still to be drawn are taken to last as long as those that were.
        var spent = Stopwatch.GetElapsedTime(since).TotalSeconds;
        Say(spent / (spent / value + writing));
    });

    /// <summary>For drawing that is written as it comes: what is written says how far it is, and whoever is told may hold the drawing up.</summary>
    public IProgress<double> Held => new Stage(_ => Say(0));

    /// <summary>For writing; begins where drawing ended.</summary>
    public IProgress<double> Writing()
    {
        var from = said;
        return new Stage(value => Say(from + (1 - from) * value));
    }

    /// <summary>For writing by an encoder that tells nothing: by the time it is known to take, until it is disposed of.</summary>
    public IDisposable WritingUntold()
    {
        var (from, began) = (said, Stopwatch.GetTimestamp());
        return new Clock(() => Say(from + (1 - from) * Math.Min(0.98, Stopwatch.GetElapsedTime(began).TotalSeconds / Math.Max(0.1, writing))));
    }

    private static readonly TimeSpan Often = TimeSpan.FromMilliseconds(250);

    private void Say(double share)
    {
        lock (gate)
        {
            said = Math.Max(said, Math.Min(share, 1));
            whole?.Report(said);
        }
    }

    /// <summary>Does something again and again until it is disposed of, and nothing of it afterwards.</summary>
    private sealed class Clock(Action act) : IDisposable
    {
        private readonly Timer timer = new(_ => Try(act), null, Often, Often);

        private static void Try(Action act)
        {
            try
            {
                act();
            }
            catch (Exception exception) when (exception is IOException or UnauthorizedAccessException or ObjectDisposedException or OperationCanceledException)
            {
                // What is told by the clock is a courtesy; nobody is there to take a fault of it, and the writing has its own.
            }
        }

        public void Dispose()
        {
            using var ended = new ManualResetEvent(false);
            if (timer.Dispose(ended)) ended.WaitOne();
        }
    }

    private sealed class Stage(Action<double> say) : IProgress<double>
    {
        public void Report(double value) => say(value);
    }
}
