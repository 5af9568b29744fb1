using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Examining;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Data.Keeping;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.Coming;
using Yarnwheel.Web.Hosting;
using Yarnwheel.Web.Keeping;
using Yarnwheel.Web.People;
using Yarnwheel.Web.Shelves;

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
if (args is ["encode", .. var encoded]) return ApartEncoder.Run(encoded, Console.Error);
MemoryReturn.Prepare();
ApartEncoder.Start = arguments => OwnProcess.Start(["encode", .. arguments]);

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

builder.AddYarnwheel(start, folder, limits);

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

app.UseYarnwheel(start, limits);
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
