using System.Diagnostics;
using System.Diagnostics.Metrics;
using OpenTelemetry.Metrics;
using OpenTelemetry.Resources;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Hosting;

/// <summary>What can be measured from outside while the application runs (OpenTelemetry): nothing is sent unless a collector is named.</summary>
internal sealed class Meters : IDisposable
{
    public const string Name = "Yarnwheel";

    private readonly Meter meter = new(Name);
    private readonly Histogram<double> frames;
    private readonly Histogram<double> waits;

    public Meters(OpenPhotos photos, FrameTurns turns)
    {
        frames = meter.CreateHistogram<double>("yarnwheel.frame.duration", "ms", "Time that drawing and encoding a frame took.");
        waits = meter.CreateHistogram<double>("yarnwheel.frame.wait", "ms", "Time that a frame waited for its turn.");
        meter.CreateObservableGauge("yarnwheel.frame.queue", () => turns.Waiting, "{frame}", "Frames that wait for their turn.");
        meter.CreateObservableGauge("yarnwheel.photo.open", () => photos.Count, "{photo}", "Photos held in memory.");
        meter.CreateObservableGauge("yarnwheel.photo.memory", () => photos.Bytes, "By", "Memory that open photos and what is kept of them take.");
        meter.CreateObservableGauge("yarnwheel.memory", () => Environment.WorkingSet, "By", "Memory of the process.");
    }

    /// <summary>A frame was drawn.</summary>
    /// <param name="show">What it showed.</param>
    /// <param name="waited">For its turn.</param>
    /// <param name="drawn">From then on.</param>
    public void Frame(string show, TimeSpan waited, TimeSpan drawn)
    {
        var kind = new TagList { { "show", show } };
        waits.Record(waited.TotalMilliseconds, kind);
        frames.Record(drawn.TotalMilliseconds, kind);
    }

    public void Dispose() => meter.Dispose();

    /// <summary>Sends them to a collector by OTLP, where one is named.</summary>
    /// <param name="services">Of the application.</param>
    /// <param name="collector">As in http://127.0.0.1:4317; null for none.</param>
    public static void Add(IServiceCollection services, Uri? collector)
    {
        services.AddSingleton<Meters>();
        if (collector is null) return;
        services.AddOpenTelemetry().ConfigureResource(r => r.AddService(Name)).WithMetrics(metrics => metrics
            .AddMeter(Name, Orders.Making.PictureMaker.MeterName, "System.Runtime", "Microsoft.AspNetCore.Hosting")
            .AddOtlpExporter(exporter => exporter.Endpoint = collector));
    }
}
