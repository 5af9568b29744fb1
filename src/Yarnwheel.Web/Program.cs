using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Examining;
using Yarnwheel.Core;
using Yarnwheel.Data.Keeping;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Orders.Making;
using Yarnwheel.Orders.Queue;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.Coming;
using Yarnwheel.Web.Copies;
using Yarnwheel.Web.Hosting;
using Yarnwheel.Web.Keeping;
using Yarnwheel.Web.People;
using Yarnwheel.Web.Sheets;
using Yarnwheel.Web.Shelves;
using Yarnwheel.Web.Shortcuts;

if (args is ["camera", .. var camera])
{
    using var off = new CancellationTokenSource();
    Console.CancelKeyPress += (_, key) =>
    {
        key.Cancel = true;
        off.Cancel();
    };
    return await StandInCamera.RunAsync(new ConfigurationBuilder().AddCommandLine(camera).Build(), off.Token);
}

if (UserCommands.Are(args)) return await UserCommands.RunAsync(args, Console.In, Console.Out, Console.Error);
if (KeepingCommands.Are(args)) return await KeepingCommands.RunAsync(args, Console.Out, Console.Error, CancellationToken.None);
if (args is ["examine", var given])
{
    await ExaminerProcess.RunAsync(JsonSerializer.Deserialize<PhotoLimits>(given)!);
    return 0;
}
MemoryReturn.Prepare();

var builder = WebApplication.CreateBuilder(new WebApplicationOptions
{
    Args = args.Where(a => !StartOptions.Switches.Contains(a)).ToArray(),
    ContentRootPath = AppContext.BaseDirectory,
});
builder.WebHost.UseStaticWebAssets();
StartOptions start;
DataFolder folder;
FolderLock held;
try
{
    start = StartOptions.From(builder.Configuration, args);
    folder = new DataFolder(start.Data);
    held = FolderLock.Take(folder.Root);
    folder.Sweep();
    await builder.AddSignInAsync(start, folder);
}
catch (YarnwheelException exception)
{
    await Console.Error.WriteLineAsync(exception.Message);
    return 1;
}

builder.WebHost.UseUrls(start.Urls);
builder.WebHost.ConfigureKestrel(kestrel => kestrel.AddServerHeader = false);
builder.AddLogs(folder.Root);
CrashReport.WriteInto(folder.Root);
builder.Configuration["AllowedHosts"] = string.Join(';', start.Hosts);
var limits = builder.Configuration.GetSection("Limits").Get<PhotoLimits>() ?? new PhotoLimits();

builder.Services.AddRazorPages();
builder.Services.AddAntiforgery(options =>
{
    options.HeaderName = AntiforgeryGate.HeaderName;
    options.Cookie.Name = "yarnwheel-token";
    options.Cookie.SameSite = SameSiteMode.Strict;
    options.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
});
builder.Services.AddDataProtection().SetApplicationName("Yarnwheel").PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(folder.Root, "keys")));
builder.Services.ConfigureHttpJsonOptions(json => json.SerializerOptions.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase)));
builder.Services.AddDbContextFactory<YarnwheelContext>(options => DatabaseSetup.Configure(options, folder));
builder.Services.AddSingleton(folder).AddSingleton(limits)
    .AddSingleton(Examiners.Of(limits, builder.Configuration)).AddSingleton<OriginalStore>().AddSingleton<PhotoLibrary>().AddSingleton<TakeJournal>().AddSingleton<MixShelf>().AddSingleton<TakeShelf>().AddSingleton<TakeHistory>().AddSingleton<SetShelf>().AddSingleton<LookShelf>().AddSingleton<ShelfView>().AddSingleton<LookDesk>()
    .AddSingleton<ChangeFeed>().AddSingleton<TakeDesk>().AddSingleton<ThumbnailStore>().AddSingleton(TimeProvider.System).AddSingleton<OrderDesk>().AddSingleton<CopyForecast>().AddSingleton<ArchiveStream>().AddSingleton<IPhotoSource, BenchPhotos>().AddSingleton<IWorkPace, FramesFirst>().AddSingleton<DemoShelf>().AddSingleton<ShortcutDesk>().AddSingleton<MaskStore>().AddSingleton<Assets>().AddSingleton<FrameDesk>().AddSingleton(new FrameTurns())
    .AddSingleton(services => new OpenPhotos(services.GetRequiredService<OriginalStore>(), new MaskPictureFolder(folder.Masks, limits), limits, OpenPhotos.Budget));

builder.Services.AddOrders(folder.Root, start.Jobs is { } jobs ? JobStore.Shared(jobs) : JobStore.In(folder.Root), start.Workers ?? OrderServices.UsualWorkers);
builder.Services.AddHostedService<OrderKeeper>().AddHostedService<WatchedFolder>().AddSingleton(new WatchOptions(start.Watch)).AddSingleton<SheetPdf>();

builder.Services.AddSingleton<Backup>().AddSingleton<PlainExport>().AddSingleton<Restore>().AddSingleton<Leftovers>().AddSingleton<RoomLeft>().AddHostedService<DailySweep>().AddHostedService<ErrandRunner>().AddHostedService<IdleMemory>()
    .AddSingleton(services => new KeepingDesk(services.GetRequiredService<Backup>(), services.GetRequiredService<PlainExport>(), services.GetRequiredService<Restore>(), services.GetRequiredService<TakeDesk>(),
        services.GetRequiredService<IDbContextFactory<YarnwheelContext>>(), folder));
Meters.Add(builder.Services, start.Metrics);
builder.Services.AddHostedService<WarmUp>();

var app = builder.Build();
app.Lifetime.ApplicationStopped.Register(held.Dispose);
try
{
    using var context = await app.Services.GetRequiredService<IDbContextFactory<YarnwheelContext>>().CreateDbContextAsync();
    DatabaseSetup.Migrate(context, folder);
}
catch (YarnwheelException exception)
{
    await Console.Error.WriteLineAsync(exception.Message);
    held.Dispose();
    return 1;
}
if (!start.Empty) await app.Services.GetRequiredService<DemoShelf>().AddOnceAsync(CancellationToken.None);

foreach (var gone in await app.Services.GetRequiredService<TakeShelf>().SweepAsync(DateTime.UtcNow)) app.Services.GetRequiredService<ThumbnailStore>().Remove(gone);

app.UseProxies(start);
app.UseHostFiltering();
app.UseSecurityHeaders();
app.UseProblems();
app.UseTooLarge(limits);
app.UseStaticFiles(new StaticFileOptions { OnPrepareResponse = file => file.Context.Response.Headers.CacheControl = "no-cache" });
app.UseStaticFiles(new StaticFileOptions
{
    RequestPath = app.Services.GetRequiredService<Assets>().Prefix,
    OnPrepareResponse = file => file.Context.Response.Headers.CacheControl = "public, max-age=31536000, immutable",
});
app.UseRouting();
app.UseSignIn(start);
app.UseAntiforgeryGate();
app.MapRazorPages();
var routes = app.MapWhole();
routes.MapShelf();
routes.MapTakes();
routes.MapSets();
routes.MapEdits();
routes.MapFrames();
routes.MapHistory();
routes.MapDifference();
routes.MapLooks();
routes.MapMaskPictures();
routes.MapGreys();
routes.MapLeftOver();
routes.MapEdges();
routes.MapSubjects();
routes.MapCopies();
routes.MapSheets();
routes.MapShortcuts();
routes.MapKeeping();
if (start.AsksWho)
{
    routes.MapSignIn();
    routes.MapPasskeys();
}
app.MapReadiness();
app.Lifetime.ApplicationStarted.Register(() =>
{
    app.Logger.LogInformation("Started with the engine {Engine}, {Processors} processors", Yarnwheel.Core.Rendering.PhotoRenderer.EngineVersion, Environment.ProcessorCount);
    Console.WriteLine($"Yarnwheel is ready at {app.Urls.First()}");
    if (SignIn.Warning(start) is { } warning) Console.WriteLine(warning);
});
if (CrashReport.Newest(folder.Root) is { } report) Console.WriteLine($"The last run ended unexpectedly; what is known of it stands in {report}.");
await app.RunAsync();
return 0;

/// <summary>Named for the tests, which start the application in their own process.</summary>
public partial class Program;
