using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Data.Keeping;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Orders.Making;
using Yarnwheel.Orders.Queue;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.Coming;
using Yarnwheel.Web.Copies;
using Yarnwheel.Web.Keeping;
using Yarnwheel.Web.Sheets;
using Yarnwheel.Web.Shelves;
using Yarnwheel.Web.Shortcuts;

namespace Yarnwheel.Web.Hosting;

/// <summary>Everything that answers requests, but for signing in.</summary>
internal static class ApplicationServices
{
    public static void AddYarnwheel(this WebApplicationBuilder builder, StartOptions start, DataFolder folder, PhotoLimits limits)
    {
        var services = builder.Services;
        services.AddRazorPages();
        services.AddAntiforgery(options =>
        {
            options.HeaderName = AntiforgeryGate.HeaderName;
            options.Cookie.Name = "yarnwheel-token";
            options.Cookie.SameSite = SameSiteMode.Strict;
            options.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        });
        services.AddDataProtection().SetApplicationName("Yarnwheel").PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(folder.Root, "keys")));
        services.ConfigureHttpJsonOptions(json => json.SerializerOptions.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase)));
        services.AddDbContextFactory<YarnwheelContext>(options => DatabaseSetup.Configure(options, folder));
        services.AddSingleton(folder).AddSingleton(limits)
            .AddSingleton(Examiners.Of(limits, builder.Configuration)).AddSingleton<OriginalStore>().AddSingleton<PhotoLibrary>().AddSingleton<TakeJournal>().AddSingleton<MixShelf>().AddSingleton<TakeShelf>().AddSingleton<TakeHistory>().AddSingleton<SetShelf>().AddSingleton<LookShelf>().AddSingleton<ShelfView>().AddSingleton<LookDesk>()
            .AddSingleton<ChangeFeed>().AddSingleton<TakeDesk>().AddSingleton<ThumbnailStore>().AddSingleton(TimeProvider.System).AddSingleton<OrderDesk>().AddSingleton<CopyForecast>().AddSingleton<ArchiveStream>().AddSingleton<IPhotoSource, BenchPhotos>().AddSingleton<IWorkPace, FramesFirst>().AddSingleton<DemoShelf>().AddSingleton<ShortcutDesk>().AddSingleton<MaskStore>().AddSingleton<Assets>().AddSingleton<FrameDesk>().AddSingleton(new FrameTurns())
            .AddSingleton(provider => new OpenPhotos(provider.GetRequiredService<OriginalStore>(), new MaskPictureFolder(folder.Masks, limits), limits, OpenPhotos.Budget));

        services.AddOrders(folder.Root, start.Jobs is { } jobs ? JobStore.Shared(jobs) : JobStore.In(folder.Root), start.Workers ?? OrderServices.UsualWorkers);
        services.AddHostedService<OrderKeeper>().AddHostedService<WatchedFolder>().AddSingleton(new WatchOptions(start.Watch)).AddSingleton<SheetPdf>();

        services.AddSingleton<Backup>().AddSingleton<PlainExport>().AddSingleton<Restore>().AddSingleton<Leftovers>().AddSingleton<RoomLeft>().AddHostedService<DailySweep>().AddHostedService<ErrandRunner>().AddHostedService<IdleMemory>()
            .AddSingleton(provider => new KeepingDesk(provider.GetRequiredService<Backup>(), provider.GetRequiredService<PlainExport>(), provider.GetRequiredService<Restore>(), provider.GetRequiredService<TakeDesk>(),
                provider.GetRequiredService<IDbContextFactory<YarnwheelContext>>(), folder));
        Meters.Add(services, start.Metrics);
        services.AddHostedService<WarmUp>();
    }
}
