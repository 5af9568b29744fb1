using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Tests;

/// <summary>Where people sign in: who gets in, and what each of them sees and may do.</summary>
public sealed partial class PeopleTests : IDisposable
{
    private const string Password = "a long walk by the river";

    private readonly Application app = new() { SignIn = true };

    public PeopleTests()
    {
        foreach (var (name, flags) in ((string, string[])[])[("anna", []), ("bert", []), ("gast", ["--guest"])]) Assert.Equal(0, User(Password, ["add", name, .. flags]).Code);
    }

    public void Dispose() => app.Dispose();

    private (int Code, string Told) User(string typed, params string[] words)
    {
        using var told = new StringWriter();
        var code = UserCommands.RunAsync(["user", .. words, "--data", app.Data], new StringReader(typed + "\n"), told, told).GetAwaiter().GetResult();
        return (code, told.ToString());
    }

    /// <summary>A browser of its own.</summary>
    private async Task<Visitor> VisitAsync(string? name = null, string password = Password)
    {
        var visitor = new Visitor(app.CreateClient(new() { AllowAutoRedirect = false }));
        if (name is not null) Assert.Equal(HttpStatusCode.NoContent, (await visitor.PostAsync("/sign-in", new { name, password, stay = false })).StatusCode);
        return visitor;
    }

    private sealed partial class Visitor(HttpClient client)
    {
        public HttpClient Client => client;

        public async Task<HttpResponseMessage> PostAsync(string url, object? body = null, Action<HttpRequestMessage>? change = null)
        {
            var page = await client.GetAsync("/");
            var html = await (page.StatusCode == HttpStatusCode.OK ? page : await client.GetAsync("/sign-in")).Content.ReadAsStringAsync();
            using var request = new HttpRequestMessage(HttpMethod.Post, url) { Content = body as HttpContent ?? JsonContent.Create(body ?? new { }) };
            request.Headers.Add("X-Yarnwheel-Token", Token().Match(html).Groups[1].Value);
            change?.Invoke(request);
            return await client.SendAsync(request);
        }

        public async Task<int> AddAsync(int seed)
        {
            var rgb = new byte[3 * 90 * 60];
            new Random(seed).NextBytes(rgb);
            var answer = await PostAsync("/shelf/photos", new ByteArrayContent(Codecs.FrameEncoder.Png(rgb, 90, 60)), r => r.Headers.Add("X-File-Name", $"p{seed}.png"));
            return (int)(await answer.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        }

        public async Task<IReadOnlyList<int>> TakesAsync() => [.. Take().Matches(await client.GetStringAsync("/")).Select(m => int.Parse(m.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture)).Distinct()];

        [GeneratedRegex("name=\"yarnwheel-token\" content=\"([^\"]+)\"")]
        private static partial Regex Token();

        [GeneratedRegex("class=\"photo-sheet\" href=\"/bench/(\\d+)\"")]
        private static partial Regex Take();
    }

    private List<(string Method, string Path)> Routes() => FaultTests.RoutesOf(app);

    [Fact]
    public async Task No_address_but_the_door_answers_somebody_who_is_not_signed_in()
    {
        var stranger = await VisitAsync();
        string[] door = ["/sign-in", "/sign-in/passkey-options", "/sign-in/passkey", "/alive", "/ready"];
        foreach (var (method, path) in Routes().Where(r => !door.Contains(r.Path)))
        {
            var answer = method == "GET" ? await stranger.Client.GetAsync(path) : await stranger.PostAsync(path);
            Assert.True(answer.StatusCode == HttpStatusCode.Unauthorized, $"{method} {path}: {answer.StatusCode}");
        }
        using var page = new HttpRequestMessage(HttpMethod.Get, "/bench/1");
        page.Headers.Accept.ParseAdd("text/html");
        var led = await stranger.Client.SendAsync(page);
        Assert.Equal((HttpStatusCode.Redirect, "/sign-in?to=%2Fbench%2F1"), (led.StatusCode, led.Headers.Location!.PathAndQuery));
    }

    [Fact]
    public async Task Wrong_passwords_lock_an_account_for_a_while_and_tell_nothing_of_names()
    {
        var stranger = await VisitAsync();
        var unknown = await stranger.PostAsync("/sign-in", new { name = "nobody", password = "x", stay = false });
        for (var k = 0; k < Accounts.MostFailures; k++)
        {
            var refused = await stranger.PostAsync("/sign-in", new { name = "anna", password = $"wrong {k}", stay = false });
            Assert.Equal(HttpStatusCode.Unauthorized, refused.StatusCode);
            if (k < Accounts.MostFailures - 1) Assert.Equal(await unknown.Content.ReadAsStringAsync(), await refused.Content.ReadAsStringAsync());
        }
        Assert.Contains("rests", await (await stranger.PostAsync("/sign-in", new { name = "anna", password = Password, stay = false })).Content.ReadAsStringAsync());
        Assert.Contains("locked", User("", "list").Told);
        // Whoever runs the server lets her in again.
        Assert.Equal(0, User("another long walk by the sea", "password", "anna").Code);
        await VisitAsync("anna", "another long walk by the sea");
    }

    [Fact]
    public async Task Guessing_is_slowed_down_whatever_the_name()
    {
        var stranger = await VisitAsync();
        var answers = new List<HttpResponseMessage>();
        for (var k = 0; k < 12; k++) answers.Add(await stranger.PostAsync("/sign-in", new { name = $"n{k}", password = "x", stay = false }));
        Assert.Equal(HttpStatusCode.TooManyRequests, answers[^1].StatusCode);
        Assert.NotNull(answers[^1].Headers.RetryAfter);
        Assert.Contains("too often", await answers[^1].Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task Photos_are_seen_by_their_owner_and_by_those_a_set_is_shared_with()
    {
        var (anna, bert, gast) = (await VisitAsync("anna"), await VisitAsync("bert"), await VisitAsync("gast"));
        var photo = await anna.AddAsync(1);
        await anna.AddAsync(2);
        var take = (await anna.TakesAsync())[^1];
        Assert.Empty(await bert.TakesAsync());
        Assert.Empty(await gast.TakesAsync());
        foreach (var visitor in (Visitor[])[bert, gast])
        {
            Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync($"/bench/{take}/state")).StatusCode);
            Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync($"/takes/{take}/thumbnail")).StatusCode);
            Assert.Equal(HttpStatusCode.NotFound, (await visitor.Client.GetAsync($"/photos/{photo}/as-it-came")).StatusCode);
            Assert.NotEqual(HttpStatusCode.OK, (await visitor.Client.GetAsync($"/looks/take-{take}")).StatusCode);
        }
        Assert.Equal(HttpStatusCode.NotFound, (await bert.PostAsync($"/shelf/photos/{photo}/remove")).StatusCode);

        var set = (int)(await (await anna.PostAsync("/sets", new { set = (int?)null, name = "For others", photos = new[] { photo } })).Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await anna.PostAsync($"/sets/{set}/share", new { people = new[] { "nobody" } })).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await bert.PostAsync($"/sets/{set}/share", new { people = new[] { "gast" } })).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await anna.PostAsync($"/sets/{set}/share", new { people = new[] { "bert", "gast" } })).StatusCode);
        Assert.Equal([take], await bert.TakesAsync());
        Assert.Equal([take], await gast.TakesAsync());
        Assert.Equal(HttpStatusCode.OK, (await gast.Client.GetAsync($"/bench/{take}/frame?x=0&y=0&width=90&height=60&scale=1&show=result")).StatusCode);

        // Whoever has photos of their own works on it; a guest looks.
        Assert.Equal(HttpStatusCode.OK, (await bert.PostAsync($"/takes/{take}/copy")).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await gast.PostAsync($"/takes/{take}/copy")).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await bert.PostAsync($"/shelf/photos/{photo}/remove")).StatusCode);
        // Nor does it become bert's to share on.
        var own = (int)(await (await bert.PostAsync("/sets", new { set = (int?)null, name = "Taken", photos = new[] { photo } })).Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        Assert.DoesNotContain("photo-sheet", await bert.Client.GetStringAsync($"/?set={own}"));

        Assert.Equal(HttpStatusCode.NoContent, (await anna.PostAsync($"/sets/{set}/share", new { people = new[] { "bert" } })).StatusCode);
        Assert.Empty(await gast.TakesAsync());
        Assert.Equal(HttpStatusCode.NotFound, (await gast.Client.GetAsync($"/bench/{take}/frame?x=0&y=0&width=90&height=60&scale=1&show=result")).StatusCode);
    }

    [Fact(Timeout = 60_000)]
    public async Task A_window_left_open_hears_nothing_any_more_when_sharing_ends()
    {
        var cancel = TestContext.Current.CancellationToken;
        var (anna, gast) = (await VisitAsync("anna"), await VisitAsync("gast"));
        var photo = await anna.AddAsync(1);
        var take = Assert.Single(await anna.TakesAsync());
        var set = (int)(await (await anna.PostAsync("/sets", new { set = (int?)null, name = "For others", photos = new[] { photo } })).Content.ReadFromJsonAsync<JsonNode>(cancel))!["id"]!;
        await anna.PostAsync($"/sets/{set}/share", new { people = new[] { "gast" } });
        using var reader = new StreamReader(await gast.Client.GetStreamAsync($"/bench/{take}/changes", cancel));
        Assert.StartsWith(":", await reader.ReadLineAsync(cancel));
        await reader.ReadLineAsync(cancel);
        Task EditAsync(int revision) => anna.PostAsync($"/bench/{take}/edit", new { revision, label = "Colour", window = "w", change = new[] { new { op = "replace", path = "/ground/colour", value = 40 + revision } } });
        await EditAsync(1);
        Assert.StartsWith("data: ", await reader.ReadLineAsync(cancel));
        await reader.ReadLineAsync(cancel);
        await anna.PostAsync($"/sets/{set}/share", new { people = Array.Empty<string>() });
        await EditAsync(2);
        Assert.Null(await reader.ReadLineAsync(cancel));
    }

    [Fact]
    public async Task A_guest_changes_nothing_at_any_address()
    {
        var (anna, gast) = (await VisitAsync("anna"), await VisitAsync("gast"));
        var photo = await anna.AddAsync(3);
        var take = (await anna.TakesAsync())[0];
        var set = (int)(await (await anna.PostAsync("/sets", new { set = (int?)null, name = "S", photos = new[] { photo } })).Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        await anna.PostAsync($"/sets/{set}/share", new { people = new[] { "gast" } });
        string[] looks = ["/frame", "/read", "/difference"];
        foreach (var (_, path) in Routes().Where(r => r.Method == "POST" && !r.Path.StartsWith("/sign", StringComparison.Ordinal) && !r.Path.StartsWith("/account", StringComparison.Ordinal) && !looks.Any(l => r.Path.EndsWith(l, StringComparison.Ordinal))))
            Assert.Equal((path, HttpStatusCode.Forbidden), (path, (await gast.PostAsync(path)).StatusCode));
        Assert.Equal(1, (long)JsonNode.Parse(await anna.Client.GetStringAsync($"/bench/{take}/state"))!["revision"]!);
    }

    [Fact]
    public async Task The_same_photo_of_two_people_is_one_file_and_two_photos()
    {
        var (anna, bert) = (await VisitAsync("anna"), await VisitAsync("bert"));
        var (hers, his) = (await anna.AddAsync(4), await bert.AddAsync(4));
        Assert.NotEqual(hers, his);
        var files = () => Directory.EnumerateFiles(Path.Combine(app.Data, "originals"), "*", SearchOption.AllDirectories).Count();
        Assert.Equal(1, files());
        Assert.Equal(HttpStatusCode.NoContent, (await anna.PostAsync($"/shelf/photos/{hers}/remove")).StatusCode);
        Assert.Equal(1, files());
        Assert.Single(await bert.TakesAsync());
        await bert.PostAsync($"/shelf/photos/{his}/remove");
        Assert.Equal(0, files());
    }

    [Fact]
    public async Task Copies_belong_to_whoever_ordered_them_and_folders_of_the_server_are_not_written_to()
    {
        var (anna, bert) = (await VisitAsync("anna"), await VisitAsync("bert"));
        var photo = await anna.AddAsync(5);
        var take = (await anna.TakesAsync())[0];
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await anna.PostAsync("/copies", new { photos = new[] { photo }, target = "folder", folder = "/tmp" })).StatusCode);
        var order = (string)(await (await anna.PostAsync("/copies", new { photos = new[] { photo }, target = "zip" })).Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        Assert.Contains(order, await anna.Client.GetStringAsync("/copies"));
        Assert.DoesNotContain(order, await bert.Client.GetStringAsync("/copies"));
        Assert.Equal(HttpStatusCode.NotFound, (await bert.Client.GetAsync($"/copies/{order}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await bert.Client.GetAsync($"/copies/{order}/zip")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await bert.PostAsync($"/bench/{take}/copies", new { name = "x" })).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await anna.Client.GetAsync("/keeping")).StatusCode);
    }

    [Fact]
    public async Task Somebody_who_is_removed_leaves_their_photos_to_all_owners()
    {
        var (anna, bert) = (await VisitAsync("anna"), await VisitAsync("bert"));
        await anna.AddAsync(6);
        await anna.AddAsync(7);
        await bert.AddAsync(7);
        Assert.Equal(0, User("", "remove", "anna").Code);
        Assert.Equal(3, (await bert.TakesAsync()).Count);
        Assert.Equal(1, User("", "remove", "anna").Code);
    }

    [Theory]
    [InlineData("short", "at least 15")]
    [InlineData("aaaaaaaaaaaaaaaaaaaaaaaa", "different")]
    [InlineData("cleo and her long walk", "name")]
    public void Passwords_that_are_guessed_easily_are_refused(string password, string words)
    {
        var (code, told) = User(password, "add", "cleo");
        Assert.Equal(1, code);
        Assert.Contains(words, told);
        Assert.DoesNotContain("cleo", User("", "list").Told);
    }

    [Fact]
    public void Commands_that_can_not_be_done_say_so()
    {
        Assert.Equal(1, User(Password, "add", "anna").Code);
        Assert.Equal(1, User(Password, "add", new string('x', 61)).Code);
        Assert.Equal(1, User(Password, "password", "nobody").Code);
        Assert.Equal(2, User(Password, "role", "anna", "king").Code);
        Assert.Contains("guest", User(Password, "role", "anna", "guest").Told);
        Assert.Contains("anna\tguest", User("", "list").Told);
    }

    [Fact]
    public async Task A_password_is_changed_by_whoever_knows_the_old_one()
    {
        var anna = await VisitAsync("anna");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await anna.PostAsync("/account/password", new { old = "x", @new = "another long walk by the sea" })).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await anna.PostAsync("/account/password", new { old = Password, @new = "short" })).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await anna.PostAsync("/account/password", new { old = Password, @new = "another long walk by the sea" })).StatusCode);
        Assert.Contains("anna", await anna.Client.GetStringAsync("/account"));
        await VisitAsync("anna", "another long walk by the sea");
        Assert.Equal(HttpStatusCode.NoContent, (await anna.PostAsync("/sign-out")).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await anna.Client.GetAsync("/copies")).StatusCode);
    }

    [Fact]
    public async Task A_passkey_that_nobody_made_lets_nobody_in()
    {
        var stranger = await VisitAsync();
        Assert.Contains("challenge", await (await stranger.PostAsync("/sign-in/passkey-options")).Content.ReadAsStringAsync());
        foreach (var credential in (string[])["{}", "x", """{"id":"AAAA","rawId":"AAAA","type":"public-key","response":{}}"""])
            Assert.Equal(HttpStatusCode.Unauthorized, (await stranger.PostAsync("/sign-in/passkey", new { credential })).StatusCode);
        var anna = await VisitAsync("anna");
        foreach (var (path, body) in ((string, object)[])[("/account/passkeys", new { credential = "{}", name = "x" }), ("/account/passkeys/nonsense/remove", new { })])
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await anna.PostAsync(path, body)).StatusCode);
    }

    /// <summary>Nonsense in every body, by somebody who may: never an error of the application's own.</summary>
    [Fact]
    public async Task Nonsense_is_answered_with_words_by_what_signing_in_brings()
    {
        var anna = await VisitAsync("anna");
        foreach (var (method, path) in Routes().Where(r => r.Method == "POST" && (r.Path.StartsWith("/account", StringComparison.Ordinal) || r.Path.StartsWith("/sign-in", StringComparison.Ordinal) || r.Path.EndsWith("/share", StringComparison.Ordinal))))
            foreach (var body in (string[])["", "{", "null", "{}", """{"credential":5}""", """{"people":[null,"x"]}""", """{"old":"a","new":"b"}"""])
            {
                using var content = new StringContent(body, Encoding.UTF8, "application/json");
                var answer = await anna.PostAsync(path, content);
                Assert.True((int)answer.StatusCode < 500, $"{path} {body}: {answer.StatusCode}");
            }
    }
}
