using System.Globalization;
using Quartz;
using Yarnwheel.Orders.Book;

namespace Yarnwheel.Orders.Queue;

/// <summary>Hands pictures to the job engine, which keeps them until they were made, also over a restart.</summary>
/// <param name="schedulers">The engine.</param>
/// <param name="book">The orders.</param>
public sealed class OrderQueue(ISchedulerFactory schedulers, OrderBook book)
{
    /// <summary>Where somebody waits for it, it goes first.</summary>
    private const int SinglePriority = 10, SetPriority = 5;

    /// <summary>Puts pictures of an order into the queue.</summary>
    /// <param name="order">The order.</param>
    /// <param name="pictures">Their numbers.</param>
    /// <param name="cancel">Ends the work early.</param>
    public async Task AddAsync(Order order, IEnumerable<int> pictures, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(order);
        ArgumentNullException.ThrowIfNull(pictures);
        var scheduler = await schedulers.GetScheduler(cancel);
        foreach (var chunk in pictures.Chunk(200))
        {
            var jobs = new Dictionary<IJobDetail, IReadOnlyCollection<ITrigger>>();
            foreach (var number in chunk)
            {
                var key = string.Create(CultureInfo.InvariantCulture, $"{number:D5}");
                var job = JobBuilder.Create<PictureJob>().WithIdentity(key, order.Id)
                    .UsingJobData(PictureJob.OrderKey, order.Id).UsingJobData(PictureJob.PictureKey, key).RequestRecovery().Build();
                var trigger = TriggerBuilder.Create().WithIdentity(key, order.Id).ForJob(job).StartNow()
                    .WithPriority(order.IsSingle ? SinglePriority : SetPriority).WithRetryPolicy(PictureJob.Retries).Build();
                jobs[job] = [trigger];
            }
            await scheduler.ScheduleJobs(jobs, new ScheduleJobOptions { Replace = true }, cancel);
        }
    }

    /// <summary>Puts all of an order that has no result into the queue.</summary>
    public Task GoOnAsync(Order order, CancellationToken cancel = default) =>
        AddAsync(order, book.StateOf(order).Pictures.Where(p => p.Phase is PicturePhase.Waiting or PicturePhase.Working).Select(p => p.Picture.Number), cancel);

    /// <summary>Takes what was not begun out of the queue.</summary>
    public async Task DropAsync(Order order, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(order);
        var scheduler = await schedulers.GetScheduler(cancel);
        await scheduler.DeleteJobs(GroupMatcher<JobKey>.GroupEquals(order.Id), cancel);
    }
}
