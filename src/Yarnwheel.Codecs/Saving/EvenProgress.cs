using System.Diagnostics;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Shares the progress out between drawing and writing by the time they take: drawing as it goes, writing as it is known to.</summary>
/// <param name="whole">Receives the share of both, 0 … 1; never less than before.</param>
/// <param name="writing">How long writing will take, seconds.</param>
internal sealed class EvenProgress(IProgress<double>? whole, double writing)
{
    private readonly long since = Stopwatch.GetTimestamp();
    private double said;

    /// <summary>For drawing.</summary>
    public IProgress<double> Drawing => new Stage(value =>
    {
        if (value <= 0) return;
        // Strips still to be drawn are taken to last as long as those that were.
        var spent = Stopwatch.GetElapsedTime(since).TotalSeconds;
        Say(spent / (spent / value + writing));
    });

    /// <summary>For writing; begins where drawing ended.</summary>
    public IProgress<double> Writing()
    {
        var from = said;
        return new Stage(value => Say(from + (1 - from) * value));
    }

    private void Say(double share)
    {
        said = Math.Max(said, Math.Min(share, 1));
        whole?.Report(said);
    }

    private sealed class Stage(Action<double> say) : IProgress<double>
    {
        public void Report(double value) => say(value);
    }
}
