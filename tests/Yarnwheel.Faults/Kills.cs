using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Faults;

/// <summary>What became of edits round kills.</summary>
/// <param name="Times">It was killed.</param>
/// <param name="Acknowledged">Edits that were answered.</param>
/// <param name="Lost">Of those, not there after the restart.</param>
/// <param name="Unreached">Steps that undo did not bring back as they were.</param>
public sealed record KillOutcome(int Times, int Acknowledged, int Lost, int Unreached);

/// <summary>Kills the application at random moments while a take is edited; what was answered must be there, and undo must reach all of it.</summary>
public static class Kills
{
    /// <param name="server">Started.</param>
    /// <param name="times">How often it is killed.</param>
    /// <param name="seed">Of the moments.</param>
    public static async Task<KillOutcome> RunAsync(Server server, int times, int seed)
    {
        ArgumentNullException.ThrowIfNull(server);
        var dice = new Random(seed);
        (await server.AddAsync(Codecs.FrameEncoder.Png(new byte[3 * 60 * 40], 60, 40), "a.png")).EnsureSuccessStatusCode();
        var take = await server.TakeAsync();
        var values = new List<double> { 0 };     // of each revision that is known, from the first
        var (acknowledged, lost) = (0, 0);
        for (var k = 0; k < times; k++)
        {
            using var end = new CancellationTokenSource();
            var first = new TaskCompletionSource();
            var edits = EditAsync(server, take, values, first, end.Token);
            // The first answer after a start takes its time; then they come by milliseconds.
            await Task.WhenAny(first.Task, edits);
            await Task.Delay(dice.Next(0, 90));
            server.Kill();
            await end.CancelAsync();
            var (answered, underway) = await edits;
            acknowledged += answered;
            await server.StartAsync();
            var state = await server.StateAsync(take);
            var (revision, colour) = ((int)state["revision"]!, (double)state["recipe"]!["ground"]!["colour"]!);
            // One that was on its way may have been kept too.
            if (revision == values.Count + 1 && colour == underway) values.Add(colour);
            else if (revision < values.Count || colour != values[^1]) lost += Math.Max(1, values.Count - revision);
        }
        return new KillOutcome(times, acknowledged, lost, await UnreachedAsync(server, take, values));
    }

    private static async Task<(int Answered, double Underway)> EditAsync(Server server, int take, List<double> values, TaskCompletionSource first, CancellationToken end)
    {
        var answered = 0;
        var underway = -1.0;
        while (!end.IsCancellationRequested)
        {
            underway = (values.Count * 7 + 3) % 101;
            try
            {
                var answer = await server.PostAsync($"/bench/{take}/edit", new { revision = values.Count, label = "Colour", window = "w", change = new[] { new { op = "replace", path = "/ground/colour", value = underway } } });
                if (!answer.IsSuccessStatusCode) break;
                var state = await answer.Content.ReadFromJsonAsync<JsonNode>(end);
                values.Add((double)state!["recipe"]!["ground"]!["colour"]!);
                answered++;
                first.TrySetResult();
            }
            catch (Exception exception) when (exception is HttpRequestException or OperationCanceledException or IOException)
            {
                break;
            }
        }
        return (answered, underway);
    }

    private static async Task<int> UnreachedAsync(Server server, int take, List<double> values)
    {
        var unreached = 0;
        var revision = (int)(await server.StateAsync(take))["revision"]!;
        for (var k = values.Count - 2; k >= 0; k--)
        {
            var state = await (await server.PostAsync($"/bench/{take}/undo", new { revision, window = "w" })).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>();
            revision = (int)state!["revision"]!;
            if ((double)state["recipe"]!["ground"]!["colour"]! != values[k]) unreached++;
        }
        return unreached;
    }
}
