using Yarnwheel.Data.Keeping;

namespace Yarnwheel.Web.Keeping;

/// <summary>Removes what nothing refers to: some time after the start, and once a day.</summary>
internal sealed class DailySweep(Leftovers leftovers, ILogger<DailySweep> logger) : BackgroundService
{
    private static readonly TimeSpan First = TimeSpan.FromSeconds(30), Every = TimeSpan.FromDays(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        for (var wait = First; !stoppingToken.IsCancellationRequested; wait = Every)
        {
            await Task.Delay(wait, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            if (stoppingToken.IsCancellationRequested) return;
            try
            {
                var (files, bytes) = await leftovers.SweepAsync(DateTime.UtcNow, stoppingToken);
                if (files > 0) logger.LogInformation("{Files} files that nothing refers to were removed ({Bytes} bytes)", files, bytes);
            }
            catch (Exception exception) when (exception is not OperationCanceledException)
            {
                logger.LogWarning(exception, "Leftovers could not be removed");
            }
        }
    }
}
