using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Yarnwheel.Web.Tests;

/// <summary>The application in the test's own process, on a fresh data folder, with a client that has the page's token.</summary>
public sealed partial class Application : WebApplicationFactory<Program>
{
    private readonly string data = Directory.CreateTempSubdirectory("yarnwheel-web-").FullName;
    private string? token;

    public string Data => data;

    /// <summary>Whether files that come in are read in a process of their own.</summary>
    public bool Apart { get; init; }

    /// <summary>Whether people sign in.</summary>
    public bool SignIn { get; init; }

    /// <summary>The folder it watches; null for none.</summary>
    public string? Watch { get; init; }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("data", data);
        builder.UseSetting("empty", "true");
        builder.UseSetting("sign-in", SignIn ? "true" : "false");
        builder.UseSetting("watch", Watch ?? "");
        builder.UseSetting("Limits:Megapixels", "3");
        builder.UseSetting("Limits:Apart", Apart ? "true" : "false");
    }

    public async Task<HttpResponseMessage> PostAsync(string url, object? body = null, Action<HttpRequestMessage>? change = null)
    {
        var client = Client;
        token ??= TokenIn().Match(await client.GetStringAsync("/")).Groups[1].Value;
        using var request = new HttpRequestMessage(HttpMethod.Post, url) { Content = body as HttpContent ?? JsonContent.Create(body ?? new { }) };
        request.Headers.Add("X-Yarnwheel-Token", token);
        change?.Invoke(request);
        return await client.SendAsync(request);
    }

    public HttpClient Client => field ??= CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false });

    public async Task<HttpResponseMessage> AddAsync(byte[] file, string name) =>
        await PostAsync("/shelf/photos", new ByteArrayContent(file), r => r.Headers.Add("X-File-Name", Uri.EscapeDataString(name)));

    /// <summary>Adds a small photo and gives its take.</summary>
    public async Task<int> AddTakeAsync(int seed = 1)
    {
        var rgb = new byte[3 * 90 * 60];
        new Random(seed).NextBytes(rgb);
        (await AddAsync(Codecs.FrameEncoder.Png(rgb, 90, 60), "a.png")).EnsureSuccessStatusCode();
        return int.Parse(FirstTake().Match(await Client.GetStringAsync("/")).Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture);
    }

    public async Task<JsonNode> StateAsync(int take) => JsonNode.Parse(await Client.GetStringAsync($"/bench/{take}/state"))!;

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        if (disposing && Directory.Exists(data)) Directory.Delete(data, recursive: true);
    }

    [GeneratedRegex("name=\"yarnwheel-token\" content=\"([^\"]+)\"")]
    private static partial Regex TokenIn();

    [GeneratedRegex("href=\"/bench/(\\d+)\"")]
    private static partial Regex FirstTake();
}
