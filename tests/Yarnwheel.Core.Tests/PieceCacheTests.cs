using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Rendering.Cache;

namespace Yarnwheel.Core.Tests;

public class PieceCacheTests
{
    private static readonly Region Wide = new(0, 0, 100, 80);
    private static readonly Region Narrow = new(10, 10, 20, 20);

    private static PieceKey<Plane<float>> Key(string content) => new(ContentKey.Of(content), 1);

    [Fact]
    public void It_keeps_to_its_budget_by_true_sizes_and_lets_go_what_was_used_longest_ago()
    {
        var cache = new PieceCache(20_000);
        for (var i = 0; i < 50; i++)
        {
            cache.GetOrAdd(Key($"piece {i}"), Narrow, () => new Plane<float>(Narrow), CancellationToken.None);
            cache.GetOrAdd(Key("piece 0"), Narrow, () => throw new InvalidOperationException("was let go"), CancellationToken.None);
            Assert.InRange(cache.Held, 1600, 20_000);
        }
        Assert.NotNull(cache.Find(Key("piece 49"), Narrow));
        Assert.Null(cache.Find(Key("piece 20"), Narrow));
    }

    [Fact]
    public void A_wide_piece_serves_what_lies_within_it_and_takes_the_place_of_narrower_ones()
    {
        var cache = new PieceCache(1 << 20);
        var narrow = cache.GetOrAdd(Key("a"), Narrow, () => new Plane<float>(Narrow), CancellationToken.None);
        var wide = cache.GetOrAdd(Key("a"), Wide, () => new Plane<float>(Wide), CancellationToken.None);
        Assert.NotSame(narrow, wide);
        Assert.Same(wide, cache.GetOrAdd(Key("a"), Narrow, () => throw new InvalidOperationException("is there"), CancellationToken.None));
        Assert.Equal(wide.Bytes, cache.Held);
        // Another scale is another piece.
        Assert.Null(cache.Find(Key("a") with { Scale = 0.5 }, Narrow));
    }

    [Fact]
    public async Task Two_askers_get_one_piece_made_once()
    {
        var cache = new PieceCache(1 << 20);
        var made = 0;
        using var begun = new ManualResetEventSlim();
        using var goOn = new ManualResetEventSlim();
        Plane<float> Make()
        {
            Interlocked.Increment(ref made);
            begun.Set();
            goOn.Wait();
            return new Plane<float>(Wide);
        }
        var first = Task.Run(() => cache.GetOrAdd(Key("a"), Wide, Make, CancellationToken.None));
        begun.Wait();
        var second = Task.Run(() => cache.GetOrAdd(Key("a"), Narrow, Make, CancellationToken.None));
        await Task.Delay(50);
        goOn.Set();
        Assert.Same(await first, await second);
        Assert.Equal(1, made);
    }

    [Fact]
    public async Task When_the_maker_gives_up_the_one_who_waits_makes_it()
    {
        var cache = new PieceCache(1 << 20);
        using var begun = new ManualResetEventSlim();
        using var goOn = new ManualResetEventSlim();
        var first = Task.Run(() => cache.GetOrAdd(Key("a"), Wide, () =>
        {
            begun.Set();
            goOn.Wait();
            throw new OperationCanceledException();
        }, CancellationToken.None));
        begun.Wait();
        var second = Task.Run(() => cache.GetOrAdd(Key("a"), Wide, () => new Plane<float>(Wide), CancellationToken.None));
        goOn.Set();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => first);
        Assert.Equal(Wide, (await second).Region);
        // Who waits may go as well.
        using var gone = new CancellationTokenSource();
        await gone.CancelAsync();
        Assert.ThrowsAny<OperationCanceledException>(() => cache.GetOrAdd(Key("b"), Wide, () => new Plane<float>(Wide), gone.Token));
    }

    [Fact]
    public void A_piece_that_asks_for_itself_fails_instead_of_waiting_for_ever()
    {
        var cache = new PieceCache(1 << 20);
        Assert.Throws<InvalidOperationException>(() => cache.GetOrAdd(Key("a"), Wide,
            () => cache.GetOrAdd(Key("a"), Narrow, () => new Plane<float>(Wide), CancellationToken.None), CancellationToken.None));
    }
}
