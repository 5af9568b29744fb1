using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Yarnwheel.Faults;

/// <summary>The application in a process of its own, on a data folder of its own, to be killed and asked too much of.</summary>
public sealed partial class Server : IDisposable
{
    private readonly string program;
    private readonly string[] more;
    private Process? process;
    private HttpClient? client;
    private string token = "";

    /// <param name="program">Path of yarnwheel-web.dll.</param>
    /// <param name="more">Further words of its command line.</param>
    public Server(string program, params string[] more)
    {
        (this.program, this.more) = (program, more);
        Data = Directory.CreateTempSubdirectory("yarnwheel-faults-").FullName;
    }

    /// <summary>Its data folder.</summary>
    public string Data { get; }

    public Uri Url { get; private set; } = null!;

    public HttpClient Client => client ?? throw new InvalidOperationException("It was not started.");

    /// <summary>Starts it, and waits until it answers.</summary>
    /// <exception cref="InvalidOperationException">It ended, with what it said.</exception>
    public async Task StartAsync()
    {
        Url = new Uri($"http://127.0.0.1:{FreePort()}");
        var start = new ProcessStartInfo("dotnet", [program, "--urls", Url.ToString().TrimEnd('/'), "--data", Data, "--empty", .. more]) { RedirectStandardOutput = true, RedirectStandardError = true };
        process = Process.Start(start)!;
        var said = new List<string>();
        while (await process.StandardOutput.ReadLineAsync() is { } line)
        {
            said.Add(line);
            if (!line.Contains("is ready at", StringComparison.Ordinal)) continue;
            // What else it says must be taken from it, or it would wait.
            _ = process.StandardOutput.ReadToEndAsync();
            _ = process.StandardError.ReadToEndAsync();
            client?.Dispose();
            client = new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = 4000 }) { BaseAddress = Url, Timeout = TimeSpan.FromMinutes(5) };
            token = Token().Match(await client.GetStringAsync("/")).Groups[1].Value;
            return;
        }
        throw new InvalidOperationException($"It did not start: {string.Join('\n', said)} {await process.StandardError.ReadToEndAsync()}");
    }

    /// <summary>Ends it as a power cut would.</summary>
    public void Kill()
    {
        process!.Kill();
        process.WaitForExit();
    }

    /// <summary>Whether it still runs.</summary>
    public bool IsUp => process is { HasExited: false };

    /// <summary>A line of its memory, MB: VmRSS for what it holds, VmHWM for the most it held.</summary>
    public double Megabytes(string line) => double.Parse(File.ReadLines($"/proc/{process!.Id}/status").First(l => l.StartsWith(line, StringComparison.Ordinal)).Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture) / 1000;

    public async Task<HttpResponseMessage> PostAsync(string path, object? body = null, Action<HttpRequestMessage>? change = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = body as HttpContent ?? JsonContent.Create(body ?? new { }) };
        request.Headers.Add("X-Yarnwheel-Token", token);
        change?.Invoke(request);
        return await Client.SendAsync(request);
    }

    /// <summary>Adds a file.</summary>
    public async Task<HttpResponseMessage> AddAsync(byte[] file, string name) => await PostAsync("/shelf/photos", new ByteArrayContent(file), r => r.Headers.Add("X-File-Name", Uri.EscapeDataString(name)));

    /// <summary>The newest take of the photo added last.</summary>
    public async Task<int> TakeAsync() => (await TakesAsync())[0];

    /// <summary>The takes shown on the Shelf, of the photo added last first.</summary>
    public async Task<IReadOnlyList<int>> TakesAsync() => [.. Take().Matches(await Client.GetStringAsync("/")).Select(m => int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture))];

    public async Task<JsonNode> StateAsync(int take) => JsonNode.Parse(await Client.GetStringAsync($"/bench/{take}/state"))!;

    public void Dispose()
    {
        if (IsUp) Kill();
        process?.Dispose();
        client?.Dispose();
        Directory.Delete(Data, recursive: true);
    }

    private static int FreePort()
    {
        using var probe = new TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port;
    }

    [GeneratedRegex("name=\"yarnwheel-token\" content=\"([^\"]+)\"")]
    private static partial Regex Token();

    [GeneratedRegex("class=\"photo-sheet\" href=\"/bench/(\\d+)\"")]
    private static partial Regex Take();
}
