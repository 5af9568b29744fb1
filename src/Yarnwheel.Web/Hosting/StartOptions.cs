namespace Yarnwheel.Web.Hosting;

/// <summary>How the application was started.</summary>
/// <param name="Urls">Where it listens; loopback unless told otherwise.</param>
/// <param name="Data">Its data folder.</param>
/// <param name="Empty">Whether the Shelf starts without the demo photos.</param>
/// <param name="Jobs">The PostgreSQL database that keeps the jobs of several machines; null for a file in the data folder.</param>
/// <param name="Workers">How many copies are made at once here; null for what the machine allows.</param>
/// <param name="Watch">The folder whose photos come to the Shelf by themselves; null for none.</param>
internal sealed record StartOptions(string Urls, string Data, bool Empty, string? Jobs, int? Workers, string? Watch)
{
    public const string DefaultUrl = "http://127.0.0.1:5080";

    public static StartOptions From(IConfiguration configuration, IReadOnlyCollection<string> args) => new(
        configuration["urls"] ?? DefaultUrl,
        configuration["data"] ?? Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.Create), "yarnwheel"),
        args.Contains("--empty") || configuration["empty"] is "true",
        configuration["jobs"],
        int.TryParse(configuration["workers"], out var workers) && workers >= 0 ? Math.Min(workers, 64) : null,
        configuration["watch"] is { Length: > 0 } watch ? Path.GetFullPath(watch) : null);

    /// <summary>The host names that requests may name: the loopback's, and those that the addresses name.</summary>
    public IEnumerable<string> Hosts => Urls.Split(';', StringSplitOptions.RemoveEmptyEntries)
        .Select(u => Uri.TryCreate(u.Replace("*", "0.0.0.0", StringComparison.Ordinal).Replace("+", "0.0.0.0", StringComparison.Ordinal), UriKind.Absolute, out var uri) ? uri.Host : "127.0.0.1")
        .Where(h => h is not ("0.0.0.0" or "[::]"))
        .Concat(["127.0.0.1", "localhost", "[::1]"])
        .Distinct();
}
