using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Tests;

public sealed class BenchTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private static object Edit(long revision, string path, double value) =>
        new { revision, label = "Test", change = new object[] { new { op = "replace", path, value } }, window = "w" };

    private static object Frame(int width = 90, double scale = 1, string show = "result", object? draft = null) =>
        new { x = 0, y = 0, width, height = 60, scale, show, area = (int?)null, fast = false, draft };

    [Fact]
    public async Task A_stale_edit_is_answered_with_the_newest_state()
    {
        var take = await app.AddTakeAsync();
        Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/edit", Edit(1, "/ground/colour", 20))).StatusCode);
        var stale = await app.PostAsync($"/bench/{take}/edit", Edit(1, "/ground/colour", 70));
        Assert.Equal(HttpStatusCode.Conflict, stale.StatusCode);
        var answer = (await stale.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal(20, (double)answer["recipe"]!["ground"]!["colour"]!);
        Assert.Contains("another window", (string)answer["message"]!);
    }

    [Fact(Timeout = 60_000)]
    public async Task Another_window_learns_of_a_change()
    {
        var take = await app.AddTakeAsync();
        using var stream = await app.Client.GetStreamAsync($"/bench/{take}/changes", TestContext.Current.CancellationToken);
        using var reader = new StreamReader(stream);
        Assert.StartsWith(":", await reader.ReadLineAsync(TestContext.Current.CancellationToken));
        await reader.ReadLineAsync(TestContext.Current.CancellationToken);
        await app.PostAsync($"/bench/{take}/edit", Edit(1, "/ground/colour", 20));
        var told = JsonNode.Parse((await reader.ReadLineAsync(TestContext.Current.CancellationToken))!["data: ".Length..])!;
        Assert.Equal((2L, "Test", "w"), ((long)told["revision"]!, (string)told["label"]!, (string)told["window"]!));
    }

    [Fact]
    public async Task A_pick_begins_an_area_named_after_its_colour_and_further_ones_add()
    {
        var take = await app.AddTakeAsync();
        var first = await (await app.PostAsync($"/bench/{take}/pick", new { revision = 1, pick = new { x = 0.5, y = 0.5 }, area = (int?)null, part = (int?)null, leaveOut = false, window = "w" }))
            .Content.ReadFromJsonAsync<JsonNode>();
        Assert.Matches("^New area “", (string)first!["undo"]!);
        await app.PostAsync($"/bench/{take}/pick", new { revision = 2, pick = new { x0 = 0.1, y0 = 0.1, x1 = 0.2, y1 = 0.2 }, area = 0, part = 0, leaveOut = false, window = "w" });
        await app.PostAsync($"/bench/{take}/pick", new { revision = 3, pick = new { x = 0.9, y = 0.9 }, area = 0, part = (int?)null, leaveOut = true, window = "w" });
        var part = (await app.StateAsync(take))["recipe"]!["areas"]![0]!["mask"]!["parts"]![0]!;
        Assert.Equal((2, 1), (part["picks"]!.AsArray().Count, part["leaveOut"]!.AsArray().Count));
    }

    [Fact]
    public async Task A_frame_shows_an_unsaved_draft_and_keeps_nothing_of_it()
    {
        var take = await app.AddTakeAsync();
        var grey = await (await app.PostAsync($"/bench/{take}/frame", Frame())).Content.ReadAsByteArrayAsync();
        var draft = new object[] { new { op = "replace", path = "/ground/colour", value = 100 } };
        var colour = await (await app.PostAsync($"/bench/{take}/frame", Frame(draft: draft))).Content.ReadAsByteArrayAsync();
        Assert.NotEqual(grey, colour);
        Assert.Equal(grey, await (await app.PostAsync($"/bench/{take}/frame", Frame())).Content.ReadAsByteArrayAsync());
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }

    [Fact]
    public async Task Where_many_drag_at_once_a_dragged_frame_is_drawn_at_half_its_scale_and_says_so()
    {
        var take = await app.AddTakeAsync();
        var turns = app.Services.GetRequiredService<FrameTurns>();
        object Wish(bool fast) => new { x = 0, y = 0, width = 720, height = 480, scale = 8.0, show = "result", fast, draft = new[] { new { op = "replace", path = "/ground/colour", value = 40 } } };
        async Task<(int Width, bool IsCoarser)> AskedAsync(bool fast)
        {
            var answer = await app.PostAsync($"/bench/{take}/frame", Wish(fast));
            using var picture = NetVips.Image.NewFromBuffer(await answer.Content.ReadAsByteArrayAsync());
            return (picture.Width, answer.Headers.Contains("X-Coarser"));
        }
        Assert.Equal((720, false), await AskedAsync(true));
        var crowd = Enumerable.Range(-8, 5).Select(k => turns.TakeAsync(k, CancellationToken.None)).ToList();
        var asked = AskedAsync(true);
        while (turns.Waiting < 4) await Task.Delay(5, TestContext.Current.CancellationToken);
        foreach (var turn in crowd) (await turn).Dispose();
        Assert.Equal((360, true), await asked);
        // What stays on the screen is exact.
        Assert.Equal((720, false), await AskedAsync(false));
    }

    [Fact]
    public async Task A_kept_frame_has_an_address_and_is_not_drawn_again_while_nothing_changed()
    {
        var take = await app.AddTakeAsync();
        var url = $"/bench/{take}/frame?x=0&y=0&width=90&height=60&scale=1&show=result";
        var first = await app.Client.GetAsync(url);
        Assert.Equal(await (await app.PostAsync($"/bench/{take}/frame", Frame())).Content.ReadAsByteArrayAsync(), await first.Content.ReadAsByteArrayAsync());
        async Task<HttpResponseMessage> AgainAsync(string address)
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, address);
            request.Headers.IfNoneMatch.Add(first.Headers.ETag!);
            return await app.Client.SendAsync(request);
        }
        Assert.Equal(HttpStatusCode.NotModified, (await AgainAsync(url)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await AgainAsync(url.Replace("result", "veil", StringComparison.Ordinal))).StatusCode);
        await app.PostAsync($"/bench/{take}/edit", Edit(1, "/ground/colour", 20));
        Assert.Equal(HttpStatusCode.OK, (await AgainAsync(url)).StatusCode);
        // Undone: the same picture, and the browser still has it.
        await app.PostAsync($"/bench/{take}/undo", new { revision = 2, window = "w" });
        Assert.Equal(HttpStatusCode.NotModified, (await AgainAsync(url)).StatusCode);
        Assert.InRange((int)(await app.Client.GetAsync(url.Replace("result", "everything", StringComparison.Ordinal))).StatusCode, 400, 422);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.Client.GetAsync(url.Replace("scale=1", "scale=NaN", StringComparison.Ordinal))).StatusCode);
    }

    [Theory]
    [InlineData(0, 1, 422)]
    [InlineData(-5, 1, 422)]
    [InlineData(90, -1, 422)]
    [InlineData(90, 1e9, 422)]
    [InlineData(2000000000, 1, 200)]
    public async Task A_frame_outside_all_bounds_is_refused_or_held_to_the_photo(int width, double scale, int status)
    {
        var take = await app.AddTakeAsync();
        Assert.Equal(status, (int)(await app.PostAsync($"/bench/{take}/frame", Frame(width, scale))).StatusCode);
    }

    [Fact]
    public async Task Requests_that_make_no_sense_are_refused_with_words()
    {
        var take = await app.AddTakeAsync();
        foreach (var body in (string[])["", "{", "[]", "{\"scale\":\"NaN\"}", "{\"show\":\"everything\"}"])
        {
            using var content = new StringContent(body, Encoding.UTF8, "application/json");
            var answer = await app.PostAsync($"/bench/{take}/frame", content);
            Assert.InRange((int)answer.StatusCode, 400, 422);
        }
        var edit = await app.PostAsync($"/bench/{take}/edit", Edit(1, "/ground/colour", 900));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, edit.StatusCode);
        Assert.Contains("ground.colour", await edit.Content.ReadAsStringAsync());
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.Client.GetAsync("/bench/12345/state")).StatusCode);
        Assert.Equal(HttpStatusCode.Redirect, (await app.Client.GetAsync("/bench/12345")).StatusCode);
    }

    [Fact]
    public async Task A_recipe_goes_out_and_comes_back()
    {
        var take = await app.AddTakeAsync();
        await app.PostAsync($"/bench/{take}/edit", Edit(1, "/ground/colour", 33));
        var recipe = await app.Client.GetByteArrayAsync($"/bench/{take}/recipe");
        await app.PostAsync($"/bench/{take}/undo", new { revision = 2, window = "w" });
        Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/recipe?revision=3&window=w", new ByteArrayContent(recipe))).StatusCode);
        Assert.Equal(33, (double)(await app.StateAsync(take))["recipe"]!["ground"]!["colour"]!);
        var wrong = await app.PostAsync($"/bench/{take}/recipe?revision=4&window=w", new ByteArrayContent("""{"yarnwheel":1,"areas":[{"nmae":"x"}]}"""u8.ToArray()));
        Assert.Contains("areas[0].nmae: this field is not known", await wrong.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_copy_is_made_watched_and_fetched()
    {
        var take = await app.AddTakeAsync();
        var begun = (await (await app.PostAsync($"/bench/{take}/copies", new { name = "a/b<c>", wish = new { format = "png", bits = 16 } })).Content.ReadFromJsonAsync<JsonNode>())!;
        JsonNode job;
        do
        {
            await Task.Delay(20);
            job = JsonNode.Parse(await app.Client.GetStringAsync($"/copies/{begun["id"]}"))!;
        }
        while ((string)job["state"]! == "working");
        Assert.Equal(("ready", 1.0), ((string)job["state"]!, (double)job["share"]!));
        var file = await app.Client.GetAsync($"/copies/{begun["id"]}/file");
        Assert.Equal("a-b-c-.png", file.Content.Headers.ContentDisposition!.FileNameStar);
        Assert.Equal("image/png", file.Content.Headers.ContentType!.MediaType);
    }

    [Fact]
    public async Task A_missing_original_is_named_and_the_take_is_kept()
    {
        var take = await app.AddTakeAsync(7);
        foreach (var original in Directory.EnumerateFiles(Path.Combine(app.Data, "originals"), "*", SearchOption.AllDirectories)) File.Delete(original);
        var answer = await app.PostAsync($"/bench/{take}/frame", Frame());
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("add the same file again", await answer.Content.ReadAsStringAsync());
        await app.AddTakeAsync(7);
        Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/frame", Frame())).StatusCode);
    }

    [Fact]
    public async Task A_take_can_be_copied_and_a_photo_removed_with_its_takes()
    {
        var take = await app.AddTakeAsync();
        var copy = (await (await app.PostAsync($"/takes/{take}/copy")).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Contains("Take 2", await app.Client.GetStringAsync("/"));
        await app.PostAsync("/shelf/photos/1/remove");
        Assert.DoesNotContain("photo-card", await app.Client.GetStringAsync("/"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.Client.GetAsync($"/bench/{copy["id"]}/state")).StatusCode);
    }

    [Fact]
    public async Task Answers_name_what_they_made_and_areas_get_names_of_their_own()
    {
        var take = await app.AddTakeAsync();
        async Task<JsonNode> Edit(string label, string change)
        {
            var revision = (long)(await app.StateAsync(take))["revision"]!;
            var answer = await app.PostAsync($"/bench/{take}/edit", JsonNode.Parse($$"""{"revision":{{revision}},"label":"{{label}}","window":"w","change":{{change}}}"""));
            answer.EnsureSuccessStatusCode();
            return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        }
        const string area = """[{"op":"add","path":"/areas/-","value":{"name":"Red","mask":{"parts":[{"kind":"hue"}]}}}]""";
        var first = await Edit("New area", area);
        Assert.Equal((0, 0, "New area “Red”"), ((int)first["made"]!["area"]!, (int)first["made"]!["part"]!, (string?)first["undo"]));
        var second = await Edit("New area", area);
        Assert.Equal((1, "New area “Red 2”", "Red 2"), ((int)second["made"]!["area"]!, (string?)second["undo"], (string?)second["recipe"]!["areas"]![1]!["name"]));
        var part = await Edit("Part", """[{"op":"add","path":"/areas/0/mask/parts/-","value":{"kind":"ramp"}}]""");
        Assert.Equal((0, 1), ((int)part["made"]!["area"]!, (int)part["made"]!["part"]!));
        Assert.Null((await Edit("Reach", """[{"op":"replace","path":"/areas/0/colour","value":50}]"""))["made"]);
        Assert.Null((await app.StateAsync(take))["made"]);
    }

    [Fact]
    public async Task Removing_a_photo_removes_its_thumbnails()
    {
        var take = await app.AddTakeAsync();
        (await app.Client.GetAsync($"/takes/{take}/thumbnail")).EnsureSuccessStatusCode();
        var place = Path.Combine(app.Data, "thumbnails");
        Assert.Contains(Core.Rendering.PhotoRenderer.EngineVersion, Assert.Single(Directory.GetFiles(place)), StringComparison.Ordinal);
        (await app.PostAsync("/shelf/photos/1/remove")).EnsureSuccessStatusCode();
        Assert.Empty(Directory.GetFiles(place));
    }
}
