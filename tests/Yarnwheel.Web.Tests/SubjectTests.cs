using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Yarnwheel.Web.Tests;

public sealed class SubjectTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task The_main_subject_becomes_an_area_and_its_background_another()
    {
        var take = await AddDiscAsync();
        Assert.Equal(HttpStatusCode.NoContent, (await app.PostAsync($"/bench/{take}/subject/prepare")).StatusCode);
        var state = await ProposedAsync(take, 1, null, false);
        Assert.Equal("Main subject", (string)state["undo"]!);
        var area = state["recipe"]!["areas"]![0]!;
        Assert.Equal("Main subject", (string)area["name"]!);
        Assert.Equal("subject", (string)area["mask"]!["parts"]![0]!["kind"]!);
        state = await ProposedAsync(take, 2, null, true);
        Assert.Equal("Background", (string)state["recipe"]!["areas"]![1]!["name"]!);
        Assert.True((bool)state["recipe"]!["areas"]![1]!["mask"]!["parts"]![0]!["invert"]!);
        // Asked for within an area, it joins it.
        state = await ProposedAsync(take, 3, 0, false);
        Assert.Equal(2, state["recipe"]!["areas"]![0]!["mask"]!["parts"]!.AsArray().Count);
    }

    [Fact]
    public async Task Without_a_clear_subject_it_says_so_and_nothing_is_changed()
    {
        // Random colours.
        var take = await app.AddTakeAsync();
        var answer = await app.PostAsync($"/bench/{take}/subject/main", new { revision = 1, what = "subject", window = "w" });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.StartsWith("No clear subject found", await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }

    [Fact]
    public async Task Without_a_sky_it_says_so()
    {
        var take = await AddDiscAsync();
        var answer = await app.PostAsync($"/bench/{take}/subject/main", new { revision = 1, what = "sky", window = "w" });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.StartsWith("No sky found", await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_region_that_is_pointed_at_has_an_outline_and_levels()
    {
        var take = await AddDiscAsync();
        var regions = new List<JsonNode>();
        foreach (var level in (int[])[-1, 0, 1])
        {
            var answer = await app.PostAsync($"/bench/{take}/subject/region", new { x = 0.5, y = 0.5, level });
            answer.EnsureSuccessStatusCode();
            regions.Add((await answer.Content.ReadFromJsonAsync<JsonNode>(TestContext.Current.CancellationToken))!);
        }
        Assert.True((double)regions[0]["share"]! <= (double)regions[1]["share"]! && (double)regions[1]["share"]! <= (double)regions[2]["share"]!);
        Assert.NotEmpty(regions[1]["outline"]!.AsArray());
        Assert.All(regions[1]["outline"]![0]!.AsArray(), v => Assert.InRange((double)v!, 0, 1));
    }

    [Fact]
    public async Task Doubts_are_told_of_parts_by_subject_alone()
    {
        var take = await AddDiscAsync();
        await ProposedAsync(take, 1, null, false);
        var doubts = (await app.Client.GetFromJsonAsync<JsonNode>($"/bench/{take}/subject/doubts?area=0&part=0", TestContext.Current.CancellationToken))!;
        Assert.Equal(2, (long)doubts["revision"]!);
        Assert.False((bool)doubts["nothing"]!);
        Assert.All(doubts["stretches"]!.AsArray(), s => Assert.InRange((double)s!["x"]!, 0, 1));
        Assert.Equal((long)(await app.StateAsync(take))["revision"]!, (long)doubts["revision"]!);
        foreach (var (area, part) in ((int, int)[])[(0, 1), (1, 0), (-1, 0), (0, -1)])
            Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync($"/bench/{take}/subject/doubts?area={area}&part={part}", TestContext.Current.CancellationToken)).StatusCode);
    }

    [Fact]
    public async Task Readings_have_words_and_pictures_and_one_of_them_can_be_kept()
    {
        var take = await AddDiscAsync();
        await ProposedAsync(take, 1, null, false);
        var cancel = TestContext.Current.CancellationToken;
        var answer = (await app.Client.GetFromJsonAsync<JsonNode>($"/bench/{take}/subject/readings?area=0&part=0", cancel))!;
        Assert.Equal(2, (long)answer["revision"]!);
        Assert.Null(answer["taken"]);
        var readings = answer["readings"]!.AsArray();
        Assert.NotEmpty(readings);
        foreach (var reading in readings)
        {
            Assert.NotEmpty((string)reading!["words"]!);
            var picture = await app.Client.GetAsync($"/bench/{take}/subject/reading-picture?area=0&part=0&reading={reading["code"]}&r=2", cancel);
            Assert.Equal("image/jpeg", picture.Content.Headers.ContentType?.MediaType);
        }
        foreach (var wrong in (string[])["area=0&part=0&reading=other", "area=0&part=1&reading=box", "area=4&part=0&reading=box"])
            Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync($"/bench/{take}/subject/reading-picture?{wrong}", cancel)).StatusCode);
        (await app.PostAsync($"/bench/{take}/edit", new { revision = 2, label = "Reading", window = "w", change = new[] { new { op = "add", path = "/areas/0/mask/parts/0/reading", value = "whole" } } })).EnsureSuccessStatusCode();
        Assert.Equal("whole", (string)(await app.StateAsync(take))["recipe"]!["areas"]![0]!["mask"]!["parts"]![0]!["reading"]!);
        Assert.Equal("whole", (string)(await app.Client.GetFromJsonAsync<JsonNode>($"/bench/{take}/subject/readings?area=0&part=0", cancel))!["taken"]!);
    }

    private async Task<JsonNode> ProposedAsync(int take, long revision, int? area, bool background)
    {
        var answer = await app.PostAsync($"/bench/{take}/subject/main", new { revision, area, what = background ? "background" : "subject", window = "w" });
        answer.EnsureSuccessStatusCode();
        return (await answer.Content.ReadFromJsonAsync<JsonNode>(TestContext.Current.CancellationToken))!;
    }

    /// <summary>A red disc on green, with some grain.</summary>
    private async Task<int> AddDiscAsync()
    {
        const int width = 240, height = 160;
        var random = new Random(4);
        var rgb = new byte[3 * width * height];
        for (var i = 0; i < width * height; i++)
        {
            var inside = Math.Pow(i % width - 120, 2) + Math.Pow(i / width - 80, 2) < 40 * 40;
            foreach (var (c, v) in ((int, int)[])[(0, inside ? 190 : 70), (1, inside ? 60 : 120), (2, inside ? 50 : 70)]) rgb[3 * i + c] = (byte)(v + random.Next(-8, 9));
        }
        (await app.AddAsync(Codecs.FrameEncoder.Png(rgb, width, height), "disc.png")).EnsureSuccessStatusCode();
        return int.Parse(Regex.Match(await app.Client.GetStringAsync("/"), "href=\"/bench/(\\d+)\"").Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture);
    }
}
