using System.Text.Json.Nodes;

namespace Yarnwheel.Web.Tests;

public sealed class PanelTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private async Task<string> PanelAsync(int take, string query) => await app.Client.GetStringAsync($"/bench/{take}?handler=Panel&{query}", TestContext.Current.CancellationToken);

    private async Task<int> WithPartsAsync(params object[] parts)
    {
        var take = await app.AddTakeAsync();
        var change = new[] { new { op = "replace", path = "/areas", value = new object[] { new { name = "One", mask = new { parts } }, new { name = "Two", mask = new { parts } } } } };
        (await app.PostAsync($"/bench/{take}/edit", new { revision = 1, label = "Parts", window = "w", change })).EnsureSuccessStatusCode();
        return take;
    }

    [Fact]
    public async Task The_chosen_area_tells_its_parts_in_words()
    {
        var points = new object[] { new { x = 0.5, y = 0.5 } };
        var take = await WithPartsAsync(
            new { kind = "colour", picks = new object[] { new { x = 0.2, y = 0.2 }, new { x = 0.4, y = 0.4 } }, leaveOut = new object[] { new { x = 0.6, y = 0.6 } } },
            new { kind = "brush", op = "subtract", strokes = new object[] { new { points }, new { points } } },
            new { kind = "subject", box = new { x0 = 0.1, y0 = 0.1, x1 = 0.5, y1 = 0.5 }, inside = new object[] { points }, on = false },
            new { kind = "light", from = 20, to = 80, invert = true },
            new { kind = "patch", seeds = points },
            new { kind = "hue", op = "intersect", from = 5, to = 120 });
        var panel = await PanelAsync(take, "area=0");
        foreach (var words in (string[])["2 shades, 1 left out", "2 strokes", "a box, 1 stroke, off", "tones 20 to 80, inside out", "1 press", "pink to "])
            Assert.Contains(words, panel, StringComparison.Ordinal);
        Assert.Contains("Parts of One in words", panel, StringComparison.Ordinal);
        Assert.DoesNotContain("Parts of Two in words", panel, StringComparison.Ordinal);
        // The string of the other one is folded.
        Assert.Contains("more parts of Two", panel, StringComparison.Ordinal);
        Assert.DoesNotContain("more parts of One", panel, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_take_without_areas_offers_every_kind_with_its_key()
    {
        var panel = await PanelAsync(await app.AddTakeAsync(), "");
        foreach (var kind in Pages.Bench.PartKind.All) Assert.Contains($"data-key-of=\"kind-{kind.Code}\">{kind.Key}<", panel, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Local_work_goes_on_with_the_area_that_does_it_already()
    {
        var take = await app.AddTakeAsync();
        Assert.Contains("data-work=\"darken\" data-area=\"\" aria-pressed=\"false\"", await PanelAsync(take, ""), StringComparison.Ordinal);
        var begun = await PanelAsync(take, "begin=brush&work=darken");
        Assert.Contains("Paint what is to become darker", begun, StringComparison.Ordinal);
        Assert.Contains("data-work=\"darken\" data-area=\"\" aria-pressed=\"true\"", begun, StringComparison.Ordinal);
        // What each begins with is a valid area; each is found by what it does, whatever its amount.
        var works = Pages.Bench.LocalWork.All;
        var areas = works.Select(w => JsonNode.Parse(w.Start)!).ToList();
        foreach (var area in areas) area["mask"] = JsonNode.Parse("""{"parts":[{"kind":"brush","strokes":[{"points":[{"x":0.5,"y":0.5}]}]}]}""");
        areas[1]["treat"]!["exposure"] = -0.2;
        areas[1]["name"] = "Corner";
        (await app.PostAsync($"/bench/{take}/edit", new { revision = 1, label = "Areas", window = "w", change = new[] { new { op = "replace", path = "/areas", value = areas } } })).EnsureSuccessStatusCode();
        var panel = await PanelAsync(take, "area=1&part=0");
        for (var k = 0; k < works.Count; k++) Assert.Contains($"data-work=\"{works[k].Code}\" data-area=\"{k}\" aria-pressed=\"{(k == 1 ? "true" : "false")}\"", panel, StringComparison.Ordinal);
        Assert.Contains("How strongly Corner works", panel, StringComparison.Ordinal);
        Assert.Contains("Colour back", await PanelAsync(take, "area=2"), StringComparison.Ordinal);
        Assert.DoesNotContain("Fringe", await PanelAsync(take, "area=2&knot=true"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_Bench_shows_all_takes_of_the_photo_and_how_much_each_area_keeps()
    {
        var take = await WithPartsAsync(new { kind = "ramp", x0 = 0.5, y0 = 0, x1 = 0.501, y1 = 0 });
        (await app.PostAsync($"/takes/{take}/copy", new { })).EnsureSuccessStatusCode();
        var page = await app.Client.GetStringAsync($"/bench/{take}", TestContext.Current.CancellationToken);
        Assert.Contains($"href=\"/bench/{take}\" draggable=\"false\" aria-current=\"page\"", page, StringComparison.Ordinal);
        Assert.Contains(">Take 2</span>", page, StringComparison.Ordinal);
        var shares = JsonNode.Parse(await app.Client.GetStringAsync($"/bench/{take}/shares", TestContext.Current.CancellationToken))!;
        Assert.Equal("One", (string?)shares["areas"]![0]!["name"]);
        Assert.InRange((double)shares["areas"]![1]!["share"]!, 40, 60);
        Assert.InRange((double)shares["all"]!, 40, 60);
    }
}
