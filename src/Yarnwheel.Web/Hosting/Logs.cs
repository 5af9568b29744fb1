using Serilog;
using Serilog.Events;

namespace Yarnwheel.Web.Hosting;

/// <summary>Structured logs: warnings on the console, all in files of the data folder, a day each, two weeks of them. Names of photos are written at the level of debugging alone.</summary>
internal static class Logs
{
    private const long LargestFile = 20_000_000;
    private const int Days = 14;

    public static void AddLogs(this WebApplicationBuilder builder, string root)
    {
        builder.Logging.ClearProviders();
        builder.Services.AddSerilog(logs => logs
            .MinimumLevel.Is(builder.Configuration["Logs:Level"] is { } level && Enum.TryParse<LogEventLevel>(level, ignoreCase: true, out var least) ? least : LogEventLevel.Information)
            .MinimumLevel.Override("Microsoft", LogEventLevel.Warning)
            .MinimumLevel.Override("Quartz", LogEventLevel.Warning)
            // The keys lie in the data folder, beside the photos they would protect nobody from.
            .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", LogEventLevel.Error)
            .WriteTo.Console(restrictedToMinimumLevel: LogEventLevel.Warning, formatProvider: System.Globalization.CultureInfo.InvariantCulture)
            .WriteTo.File(new Serilog.Formatting.Compact.CompactJsonFormatter(), Path.Combine(root, "logs", "yarnwheel-.jsonl"), rollingInterval: RollingInterval.Day, fileSizeLimitBytes: LargestFile, rollOnFileSizeLimit: true, retainedFileCountLimit: Days));
    }
}
