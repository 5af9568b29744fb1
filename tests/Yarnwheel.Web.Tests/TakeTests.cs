using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Web.Tests;

/// <summary>Takes, their history, comparing, looks and the Shelf, as a browser asks for them.</summary>
public sealed class TakeTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private async Task<JsonNode> JsonAsync(string url, object body)
    {
        var answer = await app.PostAsync(url, body);
        return answer.IsSuccessStatusCode ? (await answer.Content.ReadFromJsonAsync<JsonNode>())! : throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
    }

    private Task<JsonNode> EditAsync(int take, long revision, string path, double value) =>
        JsonAsync($"/bench/{take}/edit", new { revision, label = $"{path} → {value}", change = new[] { new { op = "replace", path, value } }, window = "w" });

    private static string Frame(int take, string more = "") => $"/bench/{take}/frame?x=0&y=0&width=90&height=60&scale=1&show=result{more}";

    [Fact]
    public async Task A_step_is_seen_gone_to_named_and_found()
    {
        var take = await app.AddTakeAsync();
        var began = await app.Client.GetByteArrayAsync(Frame(take));
        await EditAsync(take, 1, "/light/exposure", 2);
        var brighter = await app.Client.GetByteArrayAsync(Frame(take));
        await EditAsync(take, 2, "/light/exposure", -2);
        Assert.Equal(brighter, await app.Client.GetByteArrayAsync(Frame(take, "&at=1")));
        Assert.Equal(began, await app.Client.GetByteArrayAsync(Frame(take, "&at=0")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.Client.GetAsync(Frame(take, "&at=77"))).StatusCode);
        var there = await JsonAsync($"/bench/{take}/goto", new { revision = 3, step = 1, window = "w" });
        Assert.Equal((1, "/light/exposure → -2"), ((int)there["step"]!, (string?)there["redo"]));
        Assert.Equal(HttpStatusCode.NoContent, (await app.PostAsync($"/bench/{take}/steps/1/name", new { name = "<b>bright</b>" })).StatusCode);
        await EditAsync(take, 4, "/ground/colour", 20);
        var page = await app.Client.GetStringAsync($"/bench/{take}/history");
        Assert.Contains("&lt;b&gt;bright", page);
        Assert.Contains("another way", page);
        Assert.Contains("3 steps in all", page);
        var found = await app.Client.GetStringAsync($"/bench/{take}/history?handler=Steps&find=ground");
        Assert.DoesNotContain("bright", found);
        Assert.Contains("data-step=\"3\"", found);
        Assert.Equal(0, (int)(await JsonAsync($"/bench/{take}/steps/thin", new { days = 30, trial = true }))["fewer"]!);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync($"/bench/{take}/steps/thin", new { days = 0, trial = false })).StatusCode);
    }

    [Fact]
    public async Task A_map_tells_how_far_two_sides_are_apart()
    {
        var take = await app.AddTakeAsync();
        await EditAsync(take, 1, "/light/exposure", 1);
        async Task<string> ApartAsync(object other)
        {
            var answer = await app.PostAsync($"/bench/{take}/difference", new { x = 0, y = 0, width = 90, height = 60, scale = 1, other });
            answer.EnsureSuccessStatusCode();
            Assert.Equal("image/jpeg", answer.Content.Headers.ContentType!.MediaType);
            return answer.Headers.GetValues("X-Difference").Single();
        }
        Assert.Equal("0.00;0.0;0.0", await ApartAsync(new { show = "result" }));
        Assert.NotEqual("0.00;0.0;0.0", await ApartAsync(new { show = "original" }));
        Assert.NotEqual("0.00;0.0;0.0", await ApartAsync(new { show = "result", at = 0 }));
        var copy = (int)(await JsonAsync($"/takes/{take}/copy", new { }))["id"]!;
        Assert.Equal("0.00;0.0;0.0", await ApartAsync(new { show = "result", take = copy }));
        var another = await app.AddTakeAsync(2);
        var refused = await app.PostAsync($"/bench/{take}/difference", new { x = 0, y = 0, width = 90, height = 60, scale = 1, other = new { show = "result", take = another } });
        Assert.Contains("one photo", await refused.Content.ReadAsStringAsync());
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync($"/bench/{take}/difference", new { x = 0, y = 0, width = 90, height = 60, scale = 1 })).StatusCode);
    }

    [Fact]
    public async Task Looks_are_planned_laid_kept_written_and_read()
    {
        var take = await app.AddTakeAsync();
        Assert.Contains("Madder root", await app.Client.GetStringAsync($"/bench/{take}/looks"));
        Assert.Contains("Reds", await app.Client.GetStringAsync($"/bench/{take}/looks?handler=One&look=madder-root"));
        var plan = await JsonAsync($"/bench/{take}/looks/plan", new { look = "madder-root", strength = 50 });
        Assert.NotEmpty(plan["change"]!.AsArray());
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
        var laid = await JsonAsync($"/bench/{take}/looks/lay", new { look = "madder-root", pieces = new { finish = false }, revision = 1, window = "w" });
        Assert.Equal(("Look: Madder root", 0.0, 1), ((string?)laid["undo"], (double)laid["recipe"]!["finish"]!["vignette"]!["amount"]!, laid["recipe"]!["areas"]!.AsArray().Count));
        foreach (var look in (string[])["nonsense", "kept-9", "take-999"])
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync($"/bench/{take}/looks/lay", new { look, revision = 2, window = "w" })).StatusCode);

        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync($"/bench/{take}/looks/keep", new { name = " " })).StatusCode);
        var id = (int)(await JsonAsync($"/bench/{take}/looks/keep", new { name = "<i>rail</i>" }))["id"]!;
        var file = await app.Client.GetAsync($"/looks/kept-{id}");
        Assert.Equal("application/json", file.Content.Headers.ContentType!.MediaType);
        var text = await file.Content.ReadAsStringAsync();
        await app.PostAsync($"/looks/{id}/rename", new { name = "Wall" });
        Assert.Equal("<i>rail</i>", (string?)(await JsonAsync("/looks", new StringContent(text)))["name"]);
        var page = await app.Client.GetStringAsync($"/bench/{take}/looks");
        Assert.Contains("Wall", page);
        Assert.Contains("&lt;i&gt;rail", page);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync("/looks", new StringContent("""{ "yarnwheelLook": 2 }"""))).StatusCode);
        await app.PostAsync($"/looks/{id}/remove");
        Assert.DoesNotContain("Wall", await app.Client.GetStringAsync($"/bench/{take}/looks"));

        // Pieces of a take on another photo, and its picture there.
        var other = await app.AddTakeAsync(2);
        var taken = await JsonAsync($"/bench/{other}/looks/lay", new { look = $"take-{take}", revision = 1, window = "w" });
        Assert.Equal("Reds", (string?)taken["recipe"]!["areas"]![0]!["name"]);
        Assert.Contains($"data-look=\"take-{take}\"", await app.Client.GetStringAsync($"/bench/{other}/looks?handler=Takes&find=TAKE"));
        Assert.Contains("No take has that", await app.Client.GetStringAsync($"/bench/{other}/looks?handler=Takes&find=%25"));
        Assert.Equal("image/jpeg", (await app.Client.GetAsync($"/bench/{other}/look-picture?look=one-skein")).Content.Headers.ContentType!.MediaType);
    }

    [Fact]
    public async Task Takes_are_renamed_chosen_removed_and_brought_back()
    {
        var take = await app.AddTakeAsync();
        Assert.Contains("at least one take", await (await app.PostAsync($"/takes/{take}/remove")).Content.ReadAsStringAsync());
        var copy = (int)(await JsonAsync($"/takes/{take}/copy", new { }))["id"]!;
        Assert.Equal(HttpStatusCode.NoContent, (await app.PostAsync($"/takes/{copy}/describe", new { name = "<b>Quiet</b>", note = "\"for\" <print>" })).StatusCode);
        var page = await app.Client.GetStringAsync($"/bench/{copy}");
        Assert.Contains("&lt;b&gt;Quiet", page);
        Assert.DoesNotContain("<print>", page);
        Assert.True((bool)(await JsonAsync($"/takes/{copy}/choose", new { }))["chosen"]!);
        await app.PostAsync($"/takes/{copy}/move", new { before = take });
        Assert.Matches($"(?s)takes\">.*bench/{copy}.*is-shown is-chosen.*bench/{take}\"", await app.Client.GetStringAsync("/"));
        Assert.Equal(take, (int)(await JsonAsync($"/takes/{copy}/remove", new { }))["next"]!);
        Assert.Equal(HttpStatusCode.Redirect, (await app.Client.GetAsync($"/bench/{copy}")).StatusCode);
        Assert.Contains("Bring back", await app.Client.GetStringAsync($"/bench/{take}"));
        Assert.Equal(HttpStatusCode.NoContent, (await app.PostAsync($"/takes/{copy}/bring-back")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await app.Client.GetAsync($"/bench/{copy}")).StatusCode);
    }

    [Fact]
    public async Task The_Shelf_narrows_to_what_the_address_asks_for()
    {
        var take = await app.AddTakeAsync();
        var photo = (int)JsonNode.Parse(await (await app.AddAsync(Codecs.FrameEncoder.Png(new byte[3 * 9 * 9], 9, 9), "blue vat.png")).Content.ReadAsStringAsync())!["id"]!;
        async Task<int> CountAsync(string query) => (await app.Client.GetStringAsync($"/?handler=Photos&{query}")).Split("class=\"photo-card\"").Length - 1;
        Assert.Equal(2, await CountAsync("order=name"));
        Assert.Equal(1, await CountAsync("find=VAT"));
        Assert.Contains("No photo like that", await app.Client.GetStringAsync("/?liked=true"));
        await app.PostAsync("/shelf/like", new { photos = new[] { photo }, liked = true });
        Assert.Equal(1, await CountAsync("liked=true"));
        var set = (int)(await JsonAsync("/sets", new { name = "<u>Rail</u>", photos = new[] { photo } }))["id"]!;
        Assert.Equal(1, await CountAsync($"set={set}"));
        var sets = await app.Client.GetStringAsync($"/?handler=Sets&set={set}");
        Assert.Contains("&lt;u&gt;Rail", sets);
        await app.PostAsync($"/sets/{set}/take-out", new { photos = new[] { photo } });
        Assert.Equal(0, await CountAsync($"set={set}"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync($"/sets/{set}/rename", new { name = "" })).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await app.PostAsync($"/sets/{set}/remove")).StatusCode);
        Assert.Equal("image/jpeg", (await app.Client.GetAsync($"/photos/{photo}/as-it-came")).Content.Headers.ContentType!.MediaType);
        Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync("/photos/999/as-it-came")).StatusCode);
        await EditAsync(take, 1, "/ground/colour", 5);
        Assert.Equal(1, await CountAsync("untouched=true"));
    }
}
