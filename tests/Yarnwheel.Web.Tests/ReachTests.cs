using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Web.Tests;

/// <summary>The reach of picked shades fits the photo, until a hand sets it.</summary>
public sealed class ReachTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private static JsonNode Part(JsonNode state) => state["recipe"]!["areas"]![0]!["mask"]!["parts"]![0]!;

    private static (double Reach, double Fade) Reach(JsonNode state) => ((double)Part(state)["reach"]!, (double)Part(state)["fade"]!);

    private async Task<JsonNode> PostAsync(string path, object body)
    {
        var answer = await app.PostAsync(path, body);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return (await answer.Content.ReadFromJsonAsync<JsonNode>(TestContext.Current.CancellationToken))!;
    }

    private Task<JsonNode> PickAsync(int take, long revision, double x, double y, bool leaveOut = false, int? area = 0) =>
        PostAsync($"/bench/{take}/pick", new { revision, pick = new { x, y }, area, part = (int?)null, leaveOut, window = "w" });

    private Task<JsonNode> ReadAsync(int take) => app.Client.GetFromJsonAsync<JsonNode>($"/bench/{take}/reach?area=0&part=0", TestContext.Current.CancellationToken)!;

    [Fact]
    public async Task It_goes_with_the_shades_in_the_same_step_until_a_hand_sets_it()
    {
        var take = await app.AddTakeAsync();
        await PickAsync(take, 1, 0.5, 0.5, area: null);
        var read = await ReadAsync(take);
        var state = await app.StateAsync(take);
        Assert.Equal(((double)read["reach"]!, (double)read["fade"]!), Reach(state));

        var second = await PickAsync(take, 2, 0.9, 0.1);
        read = await ReadAsync(take);
        Assert.Equal(((double)read["reach"]!, (double)read["fade"]!), Reach(second));
        Assert.Equal(3, (long)second["revision"]!);
        await PostAsync($"/bench/{take}/undo", new { revision = 3, window = "w" });
        Assert.Equal(Reach(state), Reach(await app.StateAsync(take)));

        await PostAsync($"/bench/{take}/edit", new { revision = 4, label = "Reach", window = "w", change = new object[] { new { op = "replace", path = "/areas/0/mask/parts/0/reach", value = 11.7 } } });
        var set = await PickAsync(take, 5, 0.9, 0.9, leaveOut: true);
        Assert.Equal((11.7, Reach(state).Fade), Reach(set));
        Assert.Single(Part(set)["leaveOut"]!.AsArray());
    }

    [Fact]
    public async Task It_is_fitted_again_when_that_is_asked_for_in_one_step()
    {
        var take = await app.AddTakeAsync();
        var fitted = Reach(await PickAsync(take, 1, 0.5, 0.5, area: null));
        await PostAsync($"/bench/{take}/edit", new { revision = 2, label = "Reach", window = "w", change = new object[] { new { op = "replace", path = "/areas/0/mask/parts/0/reach", value = 40 } } });
        var answer = await PostAsync($"/bench/{take}/reach/fit", new { revision = 3, area = 0, part = 0, window = "w" });
        Assert.Equal(fitted, Reach(answer));
        Assert.Equal("Reach fitted", (string)answer["undo"]!);
    }

    [Fact]
    public async Task A_shade_left_out_first_leaves_the_reach_as_a_part_begins()
    {
        var take = await app.AddTakeAsync();
        Assert.Equal((6, 5), Reach(await PickAsync(take, 1, 0.5, 0.5, leaveOut: true, area: null)));
        Assert.Equal(HttpStatusCode.NoContent, (await app.Client.GetAsync($"/bench/{take}/reach?area=0&part=0", TestContext.Current.CancellationToken)).StatusCode);
        var refused = await app.PostAsync($"/bench/{take}/reach/fit", new { revision = 2, area = 0, part = 0, window = "w" });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.StartsWith("There is no shade yet", await refused.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
        // The first that is kept fits it.
        Assert.NotEqual((6, 5), Reach(await PickAsync(take, 2, 0.9, 0.1)));
    }

    [Theory]
    [InlineData(-1, 0)]
    [InlineData(0, -1)]
    [InlineData(0, 1)]
    [InlineData(9, 0)]
    public async Task A_part_that_is_not_there_has_none_and_nothing_changes(int area, int part)
    {
        var take = await app.AddTakeAsync();
        await PickAsync(take, 1, 0.5, 0.5, area: null);
        Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync($"/bench/{take}/reach?area={area}&part={part}", TestContext.Current.CancellationToken)).StatusCode);
        Assert.Equal(2, (long)(await PostAsync($"/bench/{take}/reach/fit", new { revision = 2, area, part, window = "w" }))["revision"]!);
    }
}
