using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Queue;

namespace Yarnwheel.Web.Copies;

/// <summary>Goes on with orders after a restart, and removes those that ended long ago.</summary>
internal sealed class OrderKeeper(OrderBook book, OrderQueue queue, ILogger<OrderKeeper> logger) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMinutes(10);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        foreach (var order in book.List())
        {
            // An archive is fetched again by whoever wants it; a pause outlasts a restart.
            book.Set(order.Id, OrderMark.Fetching, false);
            if (book.StateOf(order) is { Phase: OrderPhase.Working }) await queue.GoOnAsync(order, stoppingToken);
        }
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                book.Sweep();
            }
            catch (IOException exception)
            {
                logger.LogWarning(exception, "Orders that ended could not be removed");
            }
            await Task.Delay(Every, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
