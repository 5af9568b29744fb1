using Microsoft.Extensions.Time.Testing;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Tests;

public class FrameTurnTests
{
    [Fact]
    public async Task A_Bench_that_asks_without_end_does_not_starve_another()
    {
        var turns = new FrameTurns();
        var first = await turns.TakeAsync(1, CancellationToken.None);
        var greedy = Enumerable.Range(0, 8).Select(_ => turns.TakeAsync(1, CancellationToken.None)).ToList();
        // All of them wait for the first Bench's own turn to end; another Bench draws at once.
        using var other = await turns.TakeAsync(2, CancellationToken.None);
        Assert.All(greedy, g => Assert.False(g.IsCompleted));
        var third = turns.TakeAsync(3, CancellationToken.None);
        Assert.False(third.IsCompleted);
        first.Dispose();
        // The greedy one asked eight times before the third Bench did, but that one was never served yet.
        (await third).Dispose();
        (await greedy[0]).Dispose();
        await greedy[1];
        Assert.Equal(2, greedy.Count(g => g.IsCompleted));
    }

    [Fact]
    public async Task Frames_that_take_long_do_not_keep_others_waiting()
    {
        var clock = new FakeTimeProvider();
        var turns = new FrameTurns(2, clock);
        using var endless = await turns.TakeAsync(1, TestContext.Current.CancellationToken);
        using var other = await turns.TakeAsync(2, TestContext.Current.CancellationToken);
        var third = turns.TakeAsync(3, TestContext.Current.CancellationToken);
        clock.Advance(FrameTurns.Patience - TimeSpan.FromMilliseconds(1));
        Assert.False(third.IsCompleted);
        clock.Advance(TimeSpan.FromMilliseconds(1));
        (await third).Dispose();
        // A turn that ended in time leaves the next one of its Bench all of its own.
        (await turns.TakeAsync(4, TestContext.Current.CancellationToken)).Dispose();
        clock.Advance(FrameTurns.Patience / 2);
        using var again = await turns.TakeAsync(4, TestContext.Current.CancellationToken);
        // Not without end: they hold memory.
        var more = Enumerable.Range(10, 20).Select(k => turns.TakeAsync(k, CancellationToken.None)).ToList();
        for (var k = 0; k < 12 || (turns.Waiting > 15 && k < 1000); k++)
        {
            clock.Advance(FrameTurns.Patience);
            await Task.Delay(5, TestContext.Current.CancellationToken);
        }
        Assert.Equal(15, turns.Waiting);
    }

    [Fact]
    public async Task Frames_of_one_Bench_come_in_the_order_they_were_asked_for()
    {
        var turns = new FrameTurns();
        var order = new List<int>();
        await Task.WhenAll(Enumerable.Range(0, 20).Select(async i =>
        {
            using var turn = await turns.TakeAsync(7, CancellationToken.None);
            lock (order) order.Add(i);
            await Task.Yield();
        }));
        Assert.Equal(Enumerable.Range(0, 20), order);
    }

    [Fact]
    public async Task Work_behind_frames_waits_for_them_but_not_for_ever()
    {
        var clock = new FakeTimeProvider();
        var turns = new FrameTurns(clock: clock);
        Assert.Equal(1, await turns.BehindAsync(() => 1, TestContext.Current.CancellationToken));
        var frame = await turns.TakeAsync(1, TestContext.Current.CancellationToken);
        var drawn = false;
        var behind = turns.BehindAsync(() => drawn, TestContext.Current.CancellationToken);
        await Task.Delay(60, TestContext.Current.CancellationToken);
        Assert.False(behind.IsCompleted);
        drawn = true;
        frame.Dispose();
        Assert.True(await behind);
        // A frame that takes for ever.
        using var endless = await turns.TakeAsync(1, TestContext.Current.CancellationToken);
        var late = turns.BehindAsync(() => 2, TestContext.Current.CancellationToken);
        clock.Advance(FrameTurns.PatienceBehind);
        Assert.Equal(2, await late);
        using var gone = new CancellationTokenSource();
        var never = turns.BehindAsync(() => 3, gone.Token);
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => never);
    }

    [Fact]
    public async Task Three_Benches_that_wait_are_a_crowd_and_one_that_asks_often_is_none()
    {
        var clock = new FakeTimeProvider();
        var turns = new FrameTurns(clock: clock);
        var drawing = new[] { await turns.TakeAsync(1, CancellationToken.None), await turns.TakeAsync(2, CancellationToken.None) };
        var often = Enumerable.Range(0, 9).Select(_ => turns.TakeAsync(1, CancellationToken.None)).ToList();
        var waiting = new List<Task<IDisposable>> { turns.TakeAsync(3, CancellationToken.None) };
        Assert.False(turns.IsCrowded);
        waiting.Add(turns.TakeAsync(4, CancellationToken.None));
        Assert.True(turns.IsCrowded);
        // The size of frames does not change with every one that is drawn.
        foreach (var turn in drawing) turn.Dispose();
        foreach (var turn in waiting.Concat(often)) (await turn).Dispose();
        Assert.True(turns.IsCrowded);
        clock.Advance(FrameTurns.Crowded);
        Assert.False(turns.IsCrowded);
    }

    [FsCheck.Xunit.Property]
    public bool A_coarser_frame_reaches_at_least_as_far(uint x, uint y, ushort width, ushort height)
    {
        var asked = new FrameRequest((int)(x % 100_000), (int)(y % 100_000), width + 1, height + 1, 0.5, Show.Result, null, true, []);
        var coarser = asked.Coarser();
        return 2 * coarser.X <= asked.X && 2 * (coarser.X + coarser.Width) >= asked.X + asked.Width
            && 2 * coarser.Y <= asked.Y && 2 * (coarser.Y + coarser.Height) >= asked.Y + asked.Height && coarser.Scale == 0.25;
    }

    [Fact]
    public async Task Whoever_goes_while_waiting_blocks_nobody()
    {
        var turns = new FrameTurns(1);
        var held = await turns.TakeAsync(1, CancellationToken.None);
        using var gone = new CancellationTokenSource();
        var leaving = turns.TakeAsync(2, gone.Token);
        var staying = turns.TakeAsync(3, CancellationToken.None);
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => leaving);
        held.Dispose();
        (await staying).Dispose();
        (await turns.TakeAsync(2, CancellationToken.None)).Dispose();
    }
}
