using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Faults;

/// <summary>What the application holds in memory after work of several kinds.</summary>
public static class MemoryCourse
{
    /// <summary>Opens photos one after the other at a Bench.</summary>
    public static async Task OpenAsync(Server server, IReadOnlyList<int> takes)
    {
        ArgumentNullException.ThrowIfNull(server);
        foreach (var take in takes) (await server.Client.GetAsync($"/bench/{take}/frame?x=0&y=0&width=600&height=400&scale=0.1&show=result")).EnsureSuccessStatusCode();
    }

    /// <summary>Saves copies one after the other.</summary>
    public static async Task CopyAsync(Server server, int take, int count)
    {
        ArgumentNullException.ThrowIfNull(server);
        for (var k = 0; k < count; k++)
        {
            var id = (string)(await (await server.PostAsync($"/bench/{take}/copies", new { name = $"copy {k}" })).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
            while ((string)(await server.Client.GetFromJsonAsync<JsonNode>($"/copies/{id}"))!["state"]! == "working") await Task.Delay(100);
        }
    }
}
