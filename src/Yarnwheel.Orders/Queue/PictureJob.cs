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
        var attempt = await Task.Run(() => maker.Make(data.GetString(OrderKey)!, int.Parse(data.GetString(PictureKey)!, System.Globalization.CultureInfo.InvariantCulture), context.RetryAttempt >= MostRetries, cancellationToken), CancellationToken.None);
        // Another that is at it may die at it.
        if (attempt != Attempt.Done) throw new JobExecutionException(attempt == Attempt.Taken ? "Another is at it." : "It is tried again.");
    }
}
