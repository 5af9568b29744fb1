using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Web.Tests;

public sealed class EdgeTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private Task<HttpResponseMessage> DiscAsync(int take, double radius) => app.PostAsync($"/bench/{take}/edit", new
    {
        revision = 1,
        label = "Disc",
        window = "w",
        change = new object[]
        {
            new
            {
                op = "replace",
                path = "/areas",
                value = new object[]
                {
                    new
                    {
                        name = "A",
                        edge = new { feather = 3 },
                        mask = new { parts = new object[] { new { kind = "brush", strokes = new object[] { new { radius, hardness = 100, points = new object[] { new { x = 0.5, y = 0.5 } } } } } } },
                    },
                },
            },
        },
    });

    [Fact]
    public async Task An_edge_is_tidied_in_one_step_that_one_undo_takes_back()
    {
        var take = await app.AddTakeAsync();
        await DiscAsync(take, 0.2);
        var answer = (await (await app.PostAsync($"/bench/{take}/edge/tidy", new { revision = 2, area = 0, window = "w" })).Content.ReadFromJsonAsync<JsonNode>(TestContext.Current.CancellationToken))!;
        var edge = answer["recipe"]!["areas"]![0]!["edge"]!;
        Assert.True((double)edge["follow"]! > 0);
        Assert.Equal(100, (double)edge["fringe"]!);
        Assert.Equal(3, (double)edge["feather"]!);
        Assert.Equal("Edge tidied", (string)answer["undo"]!);
        await app.PostAsync($"/bench/{take}/undo", new { revision = 3, window = "w" });
        Assert.Equal(0, (double?)(await app.StateAsync(take))["recipe"]!["areas"]![0]!["edge"]?["follow"] ?? 0);
    }

    [Fact]
    public async Task Where_there_is_no_edge_it_says_so_and_changes_nothing()
    {
        var take = await app.AddTakeAsync();
        await DiscAsync(take, 1);
        var answer = await app.PostAsync($"/bench/{take}/edge/tidy", new { revision = 2, area = 0, window = "w" });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.StartsWith("There is no edge to tidy yet", await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
        Assert.Equal(2, (long)(await app.StateAsync(take))["revision"]!);
    }

    [Fact]
    public async Task An_area_that_is_not_there_changes_nothing()
    {
        var take = await app.AddTakeAsync();
        foreach (var area in (int[])[-1, 0, 9])
            Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/edge/tidy", new { revision = 1, area, window = "w" })).StatusCode);
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }
}
