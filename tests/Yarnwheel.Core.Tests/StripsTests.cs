using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Tests;

/// <summary>How a whole picture is cut into strips, and who draws them.</summary>
public sealed class StripsTests
{
    [Theory]
    [InlineData(6000, 4000, 4)]
    [InlineData(6000, 4000, 40)]
    [InlineData(6000, 4000, 900)]
    [InlineData(40_000, 30, 4)]
    [InlineData(1, 5, 0)]
    public void Strips_follow_one_another_and_leave_nothing_out(int width, int height, int reach)
    {
        var strips = Strips.Of(new Region(0, 0, width, height), reach);
        Assert.Equal(0, strips[0].Y);
        Assert.Equal(height, strips[^1].Bottom);
        for (var k = 1; k < strips.Count; k++) Assert.Equal(strips[k - 1].Bottom, strips[k].Y);
        Assert.All(strips, s => Assert.Equal(width, s.Width));
    }

    [Theory]
    [InlineData(4)]
    [InlineData(20)]
    [InlineData(100)]
    public void What_is_drawn_twice_stays_less_than_what_is_drawn_once(int reach)
    {
        var strip = Strips.Of(new Region(0, 0, 6000, 4000), reach)[0];
        Assert.InRange(2.0 * reach / strip.Height, 0, 1);
        Assert.InRange(strip.Area + 2L * reach * strip.Width, 0, 4_000_000);
    }

    [Fact]
    public void The_share_done_is_told_in_order_and_ends_at_all()
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Smooth(3000, 1500), 3000, 1500));
        var told = new List<double>();
        var rows = new int[1500];
        renderer.Copies.Picture(new Recipe(), (y, _) => Interlocked.Increment(ref rows[y]), new Told(told.Add), TestContext.Current.CancellationToken);
        Assert.All(rows, r => Assert.Equal(1, r));
        Assert.Equal(told.Order(), told);
        Assert.Equal(1, told[^1]);
        Assert.True(told.Count >= 4, $"Told {told.Count} times.");
    }

    [Fact]
    public void A_failure_in_any_strip_is_the_one_that_is_met()
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Smooth(3000, 2000), 3000, 2000));
        var rows = 0;
        Assert.Throws<InvalidDataException>(() => renderer.Copies.Picture(new Recipe(), (y, _) =>
        {
            if (y == 120) throw new InvalidDataException();
            Interlocked.Increment(ref rows);
        }, cancel: TestContext.Current.CancellationToken));
        // The others are not drawn to the end for nothing.
        Assert.InRange(rows, 1, 1500);
        using var cancelled = new CancellationTokenSource();
        Assert.ThrowsAny<OperationCanceledException>(() => renderer.Copies.Picture(new Recipe(), (y, _) =>
        {
            if (y == 300) cancelled.Cancel();
        }, cancel: cancelled.Token));
    }

    [Fact]
    public void Rows_apart_stay_on_their_thread()
    {
        var threads = new System.Collections.Concurrent.ConcurrentBag<bool>();
        Rows.Apart(() =>
        {
            var mine = Environment.CurrentManagedThreadId;
            Rows.Each(200, _ => threads.Add(Environment.CurrentManagedThreadId == mine));
        }, TestContext.Current.CancellationToken);
        Assert.All(threads, Assert.True);
    }

    private sealed class Told(Action<double> take) : IProgress<double>
    {
        public void Report(double value) => take(value);
    }
}
