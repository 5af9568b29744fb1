using Yarnwheel.Codecs;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Hosting;

/// <summary>Gives memory back that work left behind — photos that were let go, copies, what came in — in a moment when nobody draws.</summary>
internal sealed class IdleMemory(FrameTurns turns, OpenPhotos photos) : BackgroundService
{
    /// <summary>Less than this is not worth the trouble, bytes.</summary>
    private const long Worth = 150_000_000;

    private static readonly TimeSpan Every = TimeSpan.FromSeconds(30);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // What the process held after it last gave something back.
        var floor = 0L;
        var held = 0;
        var isOwed = false;
        while (!stoppingToken.IsCancellationRequested)
        {
            await Task.Delay(Every, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            if (stoppingToken.IsCancellationRequested) return;
            // What a photo took that was let go shows nowhere before it is collected.
            isOwed |= photos.Count < held;
            held = photos.Count;
            if (turns.IsInUse || (!isOwed && Environment.WorkingSet < floor + Worth)) continue;
            MemoryReturn.Now();
            (floor, isOwed) = (Environment.WorkingSet, false);
        }
    }
}
