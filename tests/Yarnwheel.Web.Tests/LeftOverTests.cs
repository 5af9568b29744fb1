using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Web.Tests;

public sealed class LeftOverTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    /// <summary>A mask with a hole in it, drawn by the brush: of the whole photo all but a dab.</summary>
    private static object Holed(long revision) => new
    {
        revision,
        label = "Holed",
        window = "w",
        change = new object[]
        {
            new
            {
                op = "replace", path = "/areas", value = new object[]
                {
                    new
                    {
                        name = "A", mask = new { parts = new object[] { new { kind = "brush", strokes = new object[]
                        {
                            new { radius = 1, points = new object[] { new { x = 0.5, y = 0.5 } } }, new { erase = true, radius = 0.06, hardness = 100, points = new object[] { new { x = 0.4, y = 0.5 } } },
                        } } } },
                    },
                },
            },
        },
    };

    [Fact]
    public async Task A_pinhole_is_listed_and_filled_by_strokes_that_can_be_undone()
    {
        var take = await app.AddTakeAsync();
        await app.PostAsync($"/bench/{take}/edit", Holed(1));
        var found = (await app.Client.GetFromJsonAsync<JsonNode>($"/bench/{take}/left-over?area=0"))!;
        Assert.Equal(1, (int)found["count"]!);
        var speck = found["specks"]![0]!;
        Assert.Equal("pinhole", (string)speck["kind"]!);
        var filled = (await (await app.PostAsync($"/bench/{take}/left-over/remove", new { revision = 2, area = 0, kind = "pinhole", x = (double)speck["x"]!, y = (double)speck["y"]!, window = "w" })).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal("Pinhole filled", (string)filled["undo"]!);
        Assert.Equal(2, filled["recipe"]!["areas"]![0]!["mask"]!["parts"]!.AsArray().Count);
        Assert.Equal(0, (int)(await app.Client.GetFromJsonAsync<JsonNode>($"/bench/{take}/left-over?area=0"))!["count"]!);
        await app.PostAsync($"/bench/{take}/undo", new { revision = 3, window = "w" });
        Assert.Equal(1, (int)(await app.Client.GetFromJsonAsync<JsonNode>($"/bench/{take}/left-over?area=0"))!["count"]!);
    }

    [Fact]
    public async Task An_area_or_a_speck_that_is_not_there_changes_nothing()
    {
        var take = await app.AddTakeAsync();
        Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync($"/bench/{take}/left-over?area=3")).StatusCode);
        foreach (var area in (int[])[-1, 0, 7])
            Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/left-over/remove", new { revision = 1, area, kind = "island", x = 0.5, y = 0.5, window = "w" })).StatusCode);
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }
}
