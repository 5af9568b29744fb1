using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Quartz;
using Yarnwheel.Codecs;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Making;

namespace Yarnwheel.Orders.Queue;

/// <summary>Sets the orders and the job engine up.</summary>
public static class OrderServices
{
    /// <summary>Two pictures at once fill two cores: reading and writing a file are one core's work. More cores take more, as far as memory goes.</summary>
    public static int UsualWorkers => Math.Clamp(Environment.ProcessorCount / 2, 2, (int)Math.Clamp(GC.GetGCMemoryInfo().TotalAvailableMemoryBytes >> 30, 2, 16));

    /// <param name="services">Of the application.</param>
    /// <param name="data">The data folder.</param>
    /// <param name="store">Where jobs are kept.</param>
    /// <param name="workers">How many pictures are made at once; 0 for none: others make them.</param>
    public static IServiceCollection AddOrders(this IServiceCollection services, string data, JobStore store, int workers)
    {
        ArgumentNullException.ThrowIfNull(store);
        services.TryAddSingleton(TimeProvider.System);
        services.TryAddSingleton(new PhotoLimits());
        services.TryAddSingleton<IPhotoSource, StoredPhotos>();
        services.TryAddSingleton<IWorkPace, FullPace>();
        services.AddSingleton(provider => new OrderBook(data, provider.GetRequiredService<TimeProvider>())).AddSingleton<PictureMaker>().AddSingleton<OrderQueue>();
        services.AddQuartz(quartz =>
        {
            quartz.ConfigureScheduler(scheduler =>
            {
                scheduler.InstanceName = "copies";
                scheduler.GenerateInstanceId = store.IsShared;
                // Another machine's orders are seen as soon.
                scheduler.IdleWaitTime = TimeSpan.FromSeconds(store.IsShared ? 1 : 15);
                scheduler.ShutdownJobInterruption = ShutdownJobInterruption.Always;
            });
            quartz.UseDefaultThreadPool(Math.Max(1, workers));
            quartz.UsePersistentStore(persistent =>
            {
                persistent.ProvisionSchema();
                persistent.ConfigureStore(options => options.RecoverFiringsCancelledByShutdown = true);
                if (store.IsShared)
                {
                    persistent.UsePostgres(store.Connection);
                    persistent.UseClustering(cluster =>
                    {
                        cluster.CheckinInterval = TimeSpan.FromSeconds(3);
                        cluster.CheckinMisfireThreshold = TimeSpan.FromSeconds(6);
                    });
                }
                else persistent.UseSqlite(store.Connection);
            });
        });
        if (workers > 0) services.AddQuartzHostedService(options => options.WaitForJobsToComplete = false);
        return services;
    }
}
