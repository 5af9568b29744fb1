using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Web.Tests;

public sealed class WheelTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private async Task<JsonNode> MixAsync(int take, long revision, string mix) =>
        (await (await app.PostAsync($"/bench/{take}/mix", new { revision, window = "w", mix })).Content.ReadFromJsonAsync<JsonNode>())!;

    [Fact]
    public async Task Auto_and_starting_mixes_are_edits_that_can_be_taken_back()
    {
        var take = await app.AddTakeAsync();
        var auto = await MixAsync(take, 1, "auto");
        Assert.Equal("Mix: auto", (string?)auto["undo"]);
        Assert.Equal(12, auto["recipe"]!["grey"]!["spokes"]!.AsArray().Count);
        var sky = await MixAsync(take, 2, "sky-deep");
        Assert.Equal("Mix: sky deep", (string?)sky["undo"]);
        await app.PostAsync($"/bench/{take}/undo", new { revision = 3, window = "w" });
        await app.PostAsync($"/bench/{take}/undo", new { revision = 4, window = "w" });
        Assert.Empty((await app.StateAsync(take))["recipe"]!["grey"]!["spokes"]!.AsArray());
    }

    [Fact]
    public async Task A_mix_that_is_not_there_and_auto_around_nothing_are_refused_with_words()
    {
        var take = await app.AddTakeAsync();
        foreach (var (mix, words) in (List<(string, string)>)[("nonsense", "not there any more"), ("own-77", "not there any more"), ("around", "needs something that is kept")])
        {
            var answer = await app.PostAsync($"/bench/{take}/mix", new { revision = 1, window = "w", mix });
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            Assert.Contains(words, await answer.Content.ReadAsStringAsync());
        }
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }

    [Fact]
    public async Task Own_mixes_are_kept_for_other_photos_and_removed()
    {
        var first = await app.AddTakeAsync(1);
        await MixAsync(first, 1, "cloth-warm");
        Assert.Equal(HttpStatusCode.NoContent, (await app.PostAsync($"/bench/{first}/mixes", new { name = "<b>vat</b>" })).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync($"/bench/{first}/mixes", new { name = "  " })).StatusCode);
        var second = await app.AddTakeAsync(2);
        var html = await app.Client.GetStringAsync($"/bench/{second}?handler=Mixes");
        Assert.Contains("&lt;b&gt;vat", html);
        Assert.DoesNotContain("<b>vat", html);
        var taken = await MixAsync(second, 1, "own-1");
        Assert.Equal(35, (double)taken["recipe"]!["grey"]!["spokes"]![0]!["lift"]!);
        await app.PostAsync("/mixes/1/remove");
        Assert.DoesNotContain("vat", await app.Client.GetStringAsync($"/bench/{second}?handler=Mixes"));
    }

    [Fact]
    public async Task Pull_score_tones_and_mix_pictures_answer()
    {
        var take = await app.AddTakeAsync();
        var pull = (await (await app.PostAsync($"/bench/{take}/pull", new { x = 0.5, y = 0.5 })).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal((12, 12), (pull["spokes"]!.AsArray().Count, pull["shares"]!.AsArray().Count));
        var score = JsonNode.Parse(await app.Client.GetStringAsync($"/bench/{take}/score"))!;
        Assert.True((double)score["auto"]! >= (double)score["flat"]!);
        Assert.Equal((double)score["flat"]!, (double)score["present"]!);
        var tones = (await (await app.PostAsync($"/bench/{take}/tones", new { draft = new object[] { new { op = "replace", path = "/light/exposure", value = 8 } } })).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.True((double)tones["white"]! > 50);
        Assert.True((double)tones["originalWhite"]! < 5);
        var picture = await app.Client.GetAsync($"/bench/{take}/mix-picture?mix=red-filter");
        Assert.Equal("image/jpeg", picture.Content.Headers.ContentType!.MediaType);
    }

    [Fact]
    public async Task A_part_of_an_unknown_kind_is_refused_by_its_path_and_nothing_is_kept()
    {
        var take = await app.AddTakeAsync();
        var recipe = """{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "guess" } ] } } ] }"""u8.ToArray();
        var answer = await app.PostAsync($"/bench/{take}/recipe?revision=1&window=w", new ByteArrayContent(recipe));
        var words = await answer.Content.ReadAsStringAsync();
        Assert.Contains("areas[0].mask.parts[0]", words);
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }
}
