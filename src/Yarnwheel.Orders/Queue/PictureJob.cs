using System.Globalization;
using Quartz;
using Yarnwheel.Orders.Making;

namespace Yarnwheel.Orders.Queue;

/// <summary>One picture as a job of the engine.</summary>
internal sealed class PictureJob(PictureMaker maker) : IJob
{
    public const string OrderKey = "order", PictureKey = "picture";

    /// <summary>How often what may pass is tried again, and how long is waited before.</summary>
    public static RetryPolicy Retries { get; } = RetryPolicy.Exponential(MostRetries, TimeSpan.FromSeconds(2), 4);

    private const int MostRetries = 3;

    public async ValueTask Execute(IJobExecutionContext context, CancellationToken cancellationToken = default)
    {
        var data = context.MergedJobDataMap;
        var picture = int.Parse(data.GetString(PictureKey)!, CultureInfo.InvariantCulture);
        // On a thread of its own: while it gives way it waits, and the pool's threads are for frames.
        var attempt = await Task.Factory.StartNew(() => maker.Make(data.GetString(OrderKey)!, picture, context.RetryAttempt >= MostRetries, cancellationToken), CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);
        // Another that is at it may die at it.
        if (attempt != Attempt.Done) throw new JobExecutionException(attempt == Attempt.Taken ? "Another is at it." : "It is tried again.");
    }
}
