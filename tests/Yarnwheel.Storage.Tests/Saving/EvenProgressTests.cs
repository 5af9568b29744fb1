using System.Collections.Concurrent;
using Yarnwheel.Codecs.Saving;

namespace Yarnwheel.Storage.Tests.Saving;

/// <summary>Progress that is shared out between drawing and writing by the time they take.</summary>
public class EvenProgressTests
{
    private sealed class Heard : IProgress<double>
    {
        public ConcurrentQueue<double> All { get; } = [];

        public void Report(double value) => All.Enqueue(value);
    }

    [Fact]
    public void Drawing_takes_its_share_of_the_time_and_it_never_goes_back()
    {
        var heard = new Heard();
        var even = new EvenProgress(heard, writing: 1000);
        foreach (var share in (double[])[0.25, 0.5, 1]) even.Drawing.Report(share);
        // Next to nothing, beside a quarter of an hour of writing.
        Assert.InRange(heard.All.Last(), 0, 0.01);
        var writing = even.Writing();
        foreach (var share in (double[])[0.5, 0.4, 1]) writing.Report(share);
        Assert.Equal(1, heard.All.Last());
        Assert.Equal(heard.All.Order(), heard.All);
    }

    [Fact]
    public async Task What_an_encoder_does_not_tell_is_told_by_the_clock_and_not_after_the_end()
    {
        var heard = new Heard();
        var even = new EvenProgress(heard, writing: 0.6);
        even.Drawing.Report(1);
        using (even.WritingUntold()) await Task.Delay(1200, TestContext.Current.CancellationToken);
        var count = heard.All.Count;
        Assert.True(count > 2);
        Assert.InRange(heard.All.Last(), 0.9, 0.99);
        await Task.Delay(600, TestContext.Current.CancellationToken);
        Assert.Equal(count, heard.All.Count);
    }
}
