using System.Diagnostics;
using System.Net;

namespace Yarnwheel.Faults;

/// <summary>How frames came while hands dragged.</summary>
/// <param name="Frames">Drawn.</param>
/// <param name="Median">Milliseconds.</param>
/// <param name="Late">The 95th percentile, milliseconds.</param>
/// <param name="Failed">Not answered by a picture.</param>
public sealed record DragOutcome(int Frames, double Median, double Late, int Failed);

/// <summary>Benches at which a number is dragged: each asks for the next frame when it has the one before, and no sooner than its hand has moved on.</summary>
public static class Drags
{
    /// <summary>How often a hand's moves reach a page: browsers hand them on once a picture of the screen, 60 times a second.</summary>
    public static readonly TimeSpan HandPace = TimeSpan.FromSeconds(1 / 60.0);

    /// <param name="server">Started.</param>
    /// <param name="takes">One for each Bench.</param>
    /// <param name="frames">How many each draws.</param>
    /// <param name="pace">Time between two moves of a hand; null for frames as fast as they come.</param>
    public static async Task<DragOutcome> RunAsync(Server server, IReadOnlyList<int> takes, int frames, TimeSpan? pace = null)
    {
        ArgumentNullException.ThrowIfNull(server);
        var all = (await Task.WhenAll(takes.Select(take => OneAsync(server, take, frames, pace ?? TimeSpan.Zero)))).SelectMany(t => t).ToList();
        var times = all.Where(t => t >= 0).Order().ToList();
        return new DragOutcome(times.Count, times[times.Count / 2], times[(int)(0.95 * (times.Count - 1))], all.Count - times.Count);
    }

    private static async Task<List<double>> OneAsync(Server server, int take, int frames, TimeSpan pace)
    {
        var times = new List<double>();
        var begun = Stopwatch.GetTimestamp();
        var moves = 0L;
        for (var k = 0; k < frames; k++)
        {
            if (pace > TimeSpan.Zero)
            {
                // Moves that came while a frame was under way are one.
                var gone = Stopwatch.GetElapsedTime(begun);
                moves = Math.Max(moves + 1, (long)(gone / pace));
                if (moves * pace > gone) await Task.Delay(moves * pace - gone);
            }
            var since = Stopwatch.GetTimestamp();
            var answer = await server.PostAsync($"/bench/{take}/frame", new { x = 0, y = 0, width = 1100, height = 733, scale = 0.3667, show = "result", fast = true, draft = new[] { new { op = "replace", path = "/ground/colour", value = k % 100 } } });
            var bytes = await answer.Content.ReadAsByteArrayAsync();
            times.Add(answer.StatusCode == HttpStatusCode.OK && bytes.Length > 1000 ? Stopwatch.GetElapsedTime(since).TotalMilliseconds : -1);
        }
        return times;
    }

    /// <summary>Windows that listen to a take, all of which must hear of one edit.</summary>
    /// <returns>How many heard of it.</returns>
    public static async Task<int> ListeningAsync(Server server, int take, int windows)
    {
        ArgumentNullException.ThrowIfNull(server);
        using var end = new CancellationTokenSource(TimeSpan.FromMinutes(1));
        var open = new CountdownEvent(windows);
        var heard = Enumerable.Range(0, windows).Select(_ => HearAsync(server, take, open, end.Token)).ToList();
        await Task.Run(() => open.Wait(end.Token));
        var revision = (int)(await server.StateAsync(take))["revision"]!;
        (await server.PostAsync($"/bench/{take}/edit", new { revision, label = "Heard", window = "w", change = new[] { new { op = "replace", path = "/ground/colour", value = revision % 100 } } })).EnsureSuccessStatusCode();
        return (await Task.WhenAll(heard)).Count(h => h);
    }

    private static async Task<bool> HearAsync(Server server, int take, CountdownEvent open, CancellationToken end)
    {
        try
        {
            using var answer = await server.Client.GetAsync($"/bench/{take}/changes", HttpCompletionOption.ResponseHeadersRead, end);
            using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync(end));
            open.Signal();
            while (await reader.ReadLineAsync(end) is { } line)
                if (line.Contains("Heard", StringComparison.Ordinal)) return true;
        }
        catch (Exception exception) when (exception is HttpRequestException or IOException or OperationCanceledException)
        {
            // Not heard.
        }
        return false;
    }
}
