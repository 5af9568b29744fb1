using Yarnwheel.Faults;

namespace Yarnwheel.Web.Tests;

/// <summary>The application as a process of its own, killed and asked too much of: a short form of what measure -- faults does at length.</summary>
public sealed class KilledTests : IDisposable
{
    private readonly Server server = new(Environment.GetEnvironmentVariable("YARNWHEEL_PROGRAM") ?? typeof(Program).Assembly.Location);

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task Killed_at_random_moments_it_loses_no_edit_that_was_answered()
    {
        await server.StartAsync();
        var outcome = await Kills.RunAsync(server, 20, 11);
        Assert.True(outcome.Acknowledged > 20);
        Assert.Equal((20, 0, 0), (outcome.Times, outcome.Lost, outcome.Unreached));
    }

    [Fact]
    public async Task It_answers_while_many_drag_listen_and_send_slowly()
    {
        await server.StartAsync();
        for (var k = 1; k <= 8; k++)
        {
            var rgb = new byte[3 * 300 * 200];
            new Random(k).NextBytes(rgb);
            (await server.AddAsync(Codecs.FrameEncoder.Png(rgb, 300, 200), $"p{k}.png")).EnsureSuccessStatusCode();
        }
        var takes = await server.TakesAsync();
        Assert.Equal(8, takes.Count);
        Assert.Equal(0, (await Drags.RunAsync(server, takes, 8)).Failed);
        Assert.Equal(1000, await Drags.ListeningAsync(server, takes[0], 1000));
        // Whoever sends less than 240 bytes a second is let go.
        var (_, ended) = await Uploads.SlowAsync(server, 40, TimeSpan.FromSeconds(12));
        Assert.Equal(40, ended);
        Assert.True(server.IsUp);
    }
}
