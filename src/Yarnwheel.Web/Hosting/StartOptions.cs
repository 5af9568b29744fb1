namespace Yarnwheel.Web.Hosting;

/// <summary>How the application was started.</summary>
/// <param name="Urls">Where it listens; loopback unless told otherwise.</param>
/// <param name="Data">Its data folder.</param>
/// <param name="Empty">Whether the Shelf starts without the demo photos.</param>
/// <param name="Jobs">The PostgreSQL database that keeps the jobs of several machines; null for a file in the data folder.</param>
/// <param name="Workers">How many copies are made at once here; null for what the machine allows.</param>
/// <param name="Metrics">The collector that metrics are sent to; null for none.</param>
/// <param name="Open">Whether it may be reached from other machines without asking who is there.</param>
/// <param name="Watch">The folder whose photos come to the Shelf by themselves; null for none.</param>
internal sealed record StartOptions(string Urls, string Data, bool Empty, string? Jobs, int? Workers, string? Watch, bool Open, Uri? Metrics)
{
    public const string DefaultUrl = "http://127.0.0.1:5080";

    public static StartOptions From(IConfiguration configuration, IReadOnlyCollection<string> args) => new(
        configuration["urls"] ?? DefaultUrl,
        configuration["data"] ?? Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.Create), "yarnwheel"),
        args.Contains("--empty") || configuration["empty"] is "true",
        configuration["jobs"],
        int.TryParse(configuration["workers"], out var workers) && workers >= 0 ? Math.Min(workers, 64) : null,
        configuration["watch"] is { Length: > 0 } watch ? Path.GetFullPath(watch) : null,
        args.Contains("--open"),
        Uri.TryCreate(configuration["metrics"], UriKind.Absolute, out var collector) ? collector : null);

    /// <summary>Whether only this machine can reach it.</summary>
    public bool IsLocal => Addresses().All(u => u.IsLoopback);

    /// <summary>Whoever reaches it sees and changes everything: on other addresses than the loopback's that must be wanted.</summary>
    /// <exception cref="Core.YarnwheelException">It would stand open, and nobody said that it should.</exception>
    public void RefuseToStandOpen()
    {
        if (!IsLocal && !Open) throw new Core.YarnwheelException($"At {Urls} everybody in the network could see, change and remove all photos: Yarnwheel does not ask who is there. Start it on 127.0.0.1, behind a server that asks, or with --open if that is what you want.");
    }

    private IEnumerable<Uri> Addresses() => Urls.Split(';', StringSplitOptions.RemoveEmptyEntries)
        .Select(u => Uri.TryCreate(u.Replace("*", "0.0.0.0", StringComparison.Ordinal).Replace("+", "0.0.0.0", StringComparison.Ordinal), UriKind.Absolute, out var uri) ? uri : new Uri(DefaultUrl));

    /// <summary>The host names that requests may name: the loopback's, and those that the addresses name.</summary>
    public IEnumerable<string> Hosts => Addresses().Select(u => u.Host)
        .Where(h => h is not ("0.0.0.0" or "[::]"))
        .Concat(["127.0.0.1", "localhost", "[::1]"])
        .Distinct();
}
