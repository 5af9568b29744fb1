using Yarnwheel.Codecs;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Hosting;

/// <summary>Gives memory back that work left behind — photos that were let go, copies, what came in — in a moment when nobody draws.</summary>
internal sealed class IdleMemory(FrameTurns turns) : BackgroundService
{
    /// <summary>Less than this is not worth the trouble, bytes.</summary>
    private const long Worth = 150_000_000;

    private static readonly TimeSpan Every = TimeSpan.FromSeconds(30);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // What the process held after it last gave something back.
        var floor = 0L;
        while (!stoppingToken.IsCancellationRequested)
        {
            await Task.Delay(Every, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            if (turns.IsInUse || Environment.WorkingSet < floor + Worth) continue;
            MemoryReturn.Now();
            floor = Environment.WorkingSet;
        }
    }
}
