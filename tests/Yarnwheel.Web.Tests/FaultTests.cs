using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace Yarnwheel.Web.Tests;

/// <summary>What others might do to the application, from lists that it makes itself, so that nothing new is forgotten; more of it by hand (docs/safety.md).</summary>
public sealed class FaultTests : IDisposable
{
    private static readonly int Often = int.TryParse(Environment.GetEnvironmentVariable("YARNWHEEL_FAULTS"), out var wished) ? wished : 60;

    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    /// <summary>Every address that the application answers, with something in each place.</summary>
    private List<(string Method, string Path)> Routes() => RoutesOf(app);

    /// <inheritdoc cref="Routes"/>
    internal static List<(string Method, string Path)> RoutesOf(Application app)
    {
        _ = app.Client;
        return [.. app.Services.GetRequiredService<IEnumerable<EndpointDataSource>>().SelectMany(s => s.Endpoints).OfType<RouteEndpoint>()
            .SelectMany(e => (e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? ["GET"]).Select(method => (method, PathOf(e.RoutePattern))))
            .Distinct()];
    }

    private static string PathOf(Microsoft.AspNetCore.Routing.Patterns.RoutePattern pattern) => "/" + string.Join('/', pattern.PathSegments.Select(segment => string.Concat(segment.Parts.Select(part => part switch
    {
        Microsoft.AspNetCore.Routing.Patterns.RoutePatternLiteralPart literal => literal.Content,
        Microsoft.AspNetCore.Routing.Patterns.RoutePatternParameterPart => "1",
        Microsoft.AspNetCore.Routing.Patterns.RoutePatternSeparatorPart separator => separator.Content,
        _ => "",
    }))));

    [Fact]
    public async Task No_address_that_changes_something_answers_without_the_page_s_token()
    {
        await app.AddTakeAsync();
        var changing = Routes().Where(r => r.Method is not ("GET" or "HEAD")).ToList();
        Assert.True(changing.Count > 40);
        foreach (var (method, path) in changing)
        {
            using var request = new HttpRequestMessage(new HttpMethod(method), path) { Content = new StringContent("{}", Encoding.UTF8, "application/json") };
            Assert.Equal((path, HttpStatusCode.BadRequest), (path, (await app.Client.SendAsync(request)).StatusCode));
            using var wrong = new HttpRequestMessage(new HttpMethod(method), path) { Content = new StringContent("{}", Encoding.UTF8, "application/json") };
            wrong.Headers.Add("X-Yarnwheel-Token", "CfDJ8Gwrong");
            wrong.Headers.Add("Origin", "http://elsewhere.example");
            Assert.Equal((path, HttpStatusCode.BadRequest), (path, (await app.Client.SendAsync(wrong)).StatusCode));
        }
    }

    [Fact]
    public async Task No_address_answers_a_strange_host()
    {
        foreach (var (method, path) in Routes())
        {
            using var request = new HttpRequestMessage(new HttpMethod(method), path);
            request.Headers.Host = "elsewhere.example";
            Assert.Equal((path, HttpStatusCode.BadRequest), (path, (await app.Client.SendAsync(request)).StatusCode));
        }
    }

    /// <summary>Bodies of every kind of nonsense, with the token: never an error of the application's own.</summary>
    [Fact]
    public async Task Nonsense_is_answered_with_words_at_every_address()
    {
        var take = await app.AddTakeAsync();
        string[] bodies = ["", "{", "[]", "null", "\"a\"", "{}", """{"revision":"x"}""", """{"revision":-1,"change":{}}""", """{"change":[{"op":"replace"}],"revision":1,"label":null,"window":"w"}""", """{"x":1e400}""", """{"draft":[{"op":"add","path":"/areas/-","value":5}]}"""];
        foreach (var (method, path) in Routes().Where(r => r.Method == "POST" && !r.Path.EndsWith("/remove", StringComparison.Ordinal)))
            foreach (var body in bodies)
            {
                using var content = new StringContent(body, Encoding.UTF8, "application/json");
                var answer = await app.PostAsync(path.Replace("/bench/1/", $"/bench/{take}/", StringComparison.Ordinal), content);
                Assert.True((int)answer.StatusCode < 500, $"{path} {body}: {answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
            }
    }

    /// <summary>SQLite's own words for it (sqlite.org/rescode.html), each with an honest status.</summary>
    [Theory]
    [InlineData(5, 503, "Another program")]
    [InlineData(8, 503, "read-only")]
    [InlineData(11, 500, "damaged")]
    [InlineData(13, 507, "no room")]
    public void What_the_database_says_is_told_in_words(int code, int status, string words)
    {
        foreach (var fault in (Exception[])[new Microsoft.Data.Sqlite.SqliteException("x", code), new Microsoft.EntityFrameworkCore.DbUpdateException("x", new Microsoft.Data.Sqlite.SqliteException("x", code))])
        {
            var told = Hosting.Problems.Explain(fault);
            Assert.Equal(status, told.Status);
            Assert.Contains(words, told.Message);
        }
    }

    /// <summary>Files damaged by a seed, thrown at the application's own door, leave nothing behind; YARNWHEEL_FAULTS for more.</summary>
    [Fact]
    public async Task Files_that_are_refused_leave_nothing_behind()
    {
        var dice = new Random(3);
        var good = Codecs.FrameEncoder.Png(new byte[3 * 40 * 30], 40, 30);
        var refused = 0;
        for (var k = 0; k < Often; k++)
        {
            var bytes = good.ToArray();
            for (var n = 0; n < 4; n++) bytes[dice.Next(8, bytes.Length)] ^= (byte)(1 << dice.Next(8));
            var answer = await app.AddAsync(bytes[..dice.Next(bytes.Length / 2, bytes.Length)], "a.png");
            Assert.True(answer.StatusCode is HttpStatusCode.OK or HttpStatusCode.UnprocessableEntity);
            if (answer.StatusCode != HttpStatusCode.OK) refused++;
        }
        Assert.True(refused > 0);
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(app.Data, "incoming")));
        Assert.Equal(Often - refused, Directory.EnumerateFiles(Path.Combine(app.Data, "originals"), "*", SearchOption.AllDirectories).Count());
    }

    [Fact]
    public async Task Many_frames_at_once_are_all_drawn()
    {
        var takes = new List<int>();
        for (var k = 0; k < 8; k++) takes.Add(await app.AddTakeAsync(k + 1));
        var answers = await Task.WhenAll(Enumerable.Range(0, 200).Select(k => app.Client.GetAsync($"/bench/{takes[k % 8]}/frame?x=0&y=0&width=90&height=60&scale=1&show={(k % 3 == 0 ? "mask" : k % 3 == 1 ? "result" : "original")}")));
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
    }

    [Fact]
    public async Task Many_windows_may_listen_and_go_without_a_word()
    {
        var take = await app.AddTakeAsync();
        using (var gone = new CancellationTokenSource())
        {
            var listening = Enumerable.Range(0, 300).Select(_ => app.Client.GetAsync($"/bench/{take}/changes", HttpCompletionOption.ResponseHeadersRead, gone.Token)).ToList();
            var heard = await Task.WhenAll(listening);
            Assert.All(heard, h => Assert.Equal(HttpStatusCode.OK, h.StatusCode));
            (await app.PostAsync($"/bench/{take}/edit", new { revision = 1, label = "Colour", window = "w", change = new[] { new { op = "replace", path = "/ground/colour", value = 40 } } })).EnsureSuccessStatusCode();
            await gone.CancelAsync();
            foreach (var answer in heard) answer.Dispose();
        }
        (await app.PostAsync($"/bench/{take}/edit", new { revision = 2, label = "Colour", window = "w", change = new[] { new { op = "replace", path = "/ground/colour", value = 50 } } })).EnsureSuccessStatusCode();
    }

    /// <summary>Changes made up from a seed: those that are kept are drawn in every view and read; the others are refused with words.</summary>
    [Fact]
    public async Task Made_up_changes_are_kept_and_drawn_or_refused_with_words()
    {
        var take = await app.AddTakeAsync();
        var dice = new Random(20);
        var (kept, refused) = (0, 0);
        for (var k = 0; k < Often; k++)
        {
            var revision = (long)(await app.StateAsync(take))["revision"]!;
            using var body = new StringContent($$"""{"revision":{{revision}},"label":"Made up","window":"w","change":[{{Change(dice)}}]}""", Encoding.UTF8, "application/json");
            var answer = await app.PostAsync($"/bench/{take}/edit", body);
            if (!answer.IsSuccessStatusCode)
            {
                Assert.InRange((int)answer.StatusCode, 400, 422);
                refused++;
                continue;
            }
            kept++;
            foreach (var show in (string[])["result", "mask", "veil", "grey"])
                Assert.Equal(HttpStatusCode.OK, (await app.Client.GetAsync($"/bench/{take}/frame?x=0&y=0&width=90&height=60&scale=1&show={show}")).StatusCode);
            Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/read", new { x = dice.NextDouble(), y = dice.NextDouble(), area = 0 })).StatusCode);
        }
        Assert.True(kept > Often / 4 && refused > 0, $"{kept} kept, {refused} refused");
        Assert.NotNull(JsonNode.Parse(await app.Client.GetStringAsync($"/bench/{take}/recipe")));
    }

    private static string Number(Random dice, double from, double to) => dice.Next(12) switch
    {
        0 => from.ToString(System.Globalization.CultureInfo.InvariantCulture),
        1 => to.ToString(System.Globalization.CultureInfo.InvariantCulture),
        2 => (to * 3 + 1).ToString(System.Globalization.CultureInfo.InvariantCulture),
        _ => (from + dice.NextDouble() * (to - from)).ToString("F4", System.Globalization.CultureInfo.InvariantCulture),
    };

    private static string Change(Random dice)
    {
        string Unit() => Number(dice, 0, 1);
        string Value(string path, double from, double to) => $$"""{"op":"replace","path":"{{path}}","value":{{Number(dice, from, to)}}}""";
        string Part() => dice.Next(7) switch
        {
            0 => $$"""{"kind":"colour","picks":[{"x":{{Unit()}},"y":{{Unit()}}}],"reach":{{Number(dice, 0, 100)}},"fade":{{Number(dice, 0, 50)}}}""",
            1 => $$"""{"kind":"hue","from":{{Number(dice, 0, 360)}},"to":{{Number(dice, 0, 360)}},"fade":{{Number(dice, 0, 90)}}}""",
            2 => $$"""{"kind":"light","from":{{Number(dice, 0, 100)}},"to":{{Number(dice, 0, 100)}}}""",
            3 => $$"""{"kind":"ramp","x0":{{Unit()}},"y0":{{Unit()}},"x1":{{Unit()}},"y1":{{Unit()}}}""",
            4 => $$"""{"kind":"outline","nodes":[{"x":{{Unit()}},"y":{{Unit()}}},{"x":{{Unit()}},"y":{{Unit()}}},{"x":{{Unit()}},"y":{{Unit()}}},{"x":{{Unit()}},"y":{{Unit()}}}],"softness":{{Unit()}}}""",
            5 => $$"""{"kind":"brush","strokes":[{"radius":{{Number(dice, 0, 1)}},"points":[{"x":{{Unit()}},"y":{{Unit()}}},{"x":{{Unit()}},"y":{{Unit()}}}]}]}""",
            _ => $$"""{"kind":"patch","seeds":[{"x":{{Unit()}},"y":{{Unit()}},"reach":{{Number(dice, 0, 255)}}}]}""",
        };
        return dice.Next(8) switch
        {
            0 => Value("/ground/colour", 0, 100),
            1 => Value("/light/exposure", -3, 3),
            2 => Value("/finish/vignette/amount", -100, 100),
            3 => $$"""{"op":"add","path":"/grey/spokes/-","value":{"hue":{{Number(dice, 0, 360)}},"lift":{{Number(dice, -100, 100)}} } }""",
            4 => Value("/areas/0/edge/follow", 0, 100),
            5 => Value("/areas/0/edge/feather", 0, 20),
            _ => $$"""{"op":"add","path":"/areas/-","value":{"name":"M","mask":{"parts":[{{Part()}}]},"edge":{"grow":{{Number(dice, -10, 10)}},"fringe":{{Number(dice, 0, 100)}}},"treat":{"saturation":{{Number(dice, -100, 100)}} } } }""",
        };
    }
}
