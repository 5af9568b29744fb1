using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Tests;

/// <summary>Rows shared out among threads, or done by one.</summary>
public class RowsTests
{
    [Fact]
    public void Work_done_alone_stays_on_its_thread_and_no_further()
    {
        var own = Environment.CurrentManagedThreadId;
        var (rows, works) = (new int[200], new int[4]);
        Rows.Alone(() =>
        {
            Rows.Each(rows.Length, y => rows[y] = Environment.CurrentManagedThreadId, TestContext.Current.CancellationToken);
            Rows.AtOnce([.. Enumerable.Range(0, works.Length).Select<int, Action>(k => () => works[k] = Environment.CurrentManagedThreadId)]);
        });
        Assert.All(rows.Concat(works), thread => Assert.Equal(own, thread));
        // What comes after it is shared out again, also where the work failed: two pieces that wait for one another only end when both run.
        Assert.Throws<InvalidOperationException>(() => Rows.Alone(() => throw new InvalidOperationException()));
        using var met = new Barrier(2);
        Rows.AtOnce(() => met.SignalAndWait(TestContext.Current.CancellationToken), () => met.SignalAndWait(TestContext.Current.CancellationToken));
    }

    [Fact]
    public void Whoever_shares_rows_out_hears_of_one_failure_by_its_own_kind()
    {
        Assert.Throws<FormatException>(() => Rows.Each(100, y => throw new FormatException(), TestContext.Current.CancellationToken));
        Assert.Throws<FormatException>(() => Rows.AtOnce(() => throw new FormatException(), () => { }));
        using var cancelled = new CancellationTokenSource();
        cancelled.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => Rows.Each(100, _ => { }, cancelled.Token));
        Assert.ThrowsAny<OperationCanceledException>(() => Rows.Alone(() => Rows.Each(100, _ => { }, cancelled.Token)));
    }
}
