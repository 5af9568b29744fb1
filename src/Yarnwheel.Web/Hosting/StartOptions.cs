using System.Net;

namespace Yarnwheel.Web.Hosting;

/// <summary>How the application was started.</summary>
/// <param name="Urls">Where it listens; loopback unless told otherwise.</param>
/// <param name="Data">Its data folder.</param>
/// <param name="Empty">Whether the Shelf starts without the demo photos.</param>
/// <param name="Jobs">The PostgreSQL database that keeps the jobs of several machines; null for a file in the data folder.</param>
/// <param name="Workers">How many copies are made at once here; null for what the machine allows.</param>
/// <param name="Metrics">The collector that metrics are sent to; null for none.</param>
/// <param name="Open">Whether it may be reached from other machines without asking who is there.</param>
/// <param name="SignIn">Whether people sign in also where only this machine can reach it.</param>
/// <param name="Proxies">Servers in front, whose word on who asks is believed.</param>
/// <param name="Names">Further host names that requests may name.</param>
/// <param name="Certificate">Of https addresses: PEM, or PKCS #12 (.pfx, .p12).</param>
/// <param name="Key">The certificate's key, PEM; of PKCS #12 the file that holds its password.</param>
/// <param name="Watch">The folder whose photos come to the Shelf by themselves; null for none.</param>
internal sealed record StartOptions(string Urls, string Data, bool Empty, string? Jobs, int? Workers, string? Watch, bool Open, Uri? Metrics,
    bool SignIn, IReadOnlyList<IPAddress> Proxies, IReadOnlyList<string> Names, string? Certificate, string? Key)
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
        Uri.TryCreate(configuration["metrics"], UriKind.Absolute, out var collector) ? collector : null,
        args.Contains("--sign-in") || configuration["sign-in"] is "true",
        [.. List(configuration["proxy"]).Select(p => IPAddress.TryParse(p, out var address) ? address : throw new Core.YarnwheelException($"--proxy names the addresses of servers in front, as in 127.0.0.1; “{p}” is none."))],
        List(configuration["host"]),
        configuration["certificate"],
        configuration["key"]);

    /// <summary>Words that stand on the command line without a value.</summary>
    public static readonly IReadOnlyList<string> Switches = ["--empty", "--open", "--sign-in"];

    private static string[] List(string? words) => words?.Split([';', ','], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries) ?? [];

    /// <summary>Whether people sign in: wherever others can reach it, by an address or by a server in front, unless everybody may.</summary>
    public bool AsksWho => !Open && (SignIn || !IsLocal || Proxies.Count > 0);

    /// <summary>Whether all that it listens to is encrypted.</summary>
    public bool IsEncrypted => Addresses().Any(u => u.Scheme == "https") && Addresses().All(u => u.Scheme == "https" || u.IsLoopback);

    /// <summary>Whether only this machine can reach it.</summary>
    public bool IsLocal => Addresses().All(u => u.IsLoopback);

    private IEnumerable<Uri> Addresses() => Urls.Split(';', StringSplitOptions.RemoveEmptyEntries)
        .Select(u => Uri.TryCreate(u.Replace("*", "0.0.0.0", StringComparison.Ordinal).Replace("+", "0.0.0.0", StringComparison.Ordinal), UriKind.Absolute, out var uri) ? uri : new Uri(DefaultUrl));

    /// <summary>The host names that requests may name: the loopback's, and those that the addresses name.</summary>
    public IEnumerable<string> Hosts => Addresses().Select(u => u.Host)
        .Where(h => h is not ("0.0.0.0" or "[::]"))
        .Concat(["127.0.0.1", "localhost", "[::1]", .. Names])
        .Distinct();
}
