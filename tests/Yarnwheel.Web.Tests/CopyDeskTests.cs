using Microsoft.Extensions.Logging.Abstractions;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.Copies;

namespace Yarnwheel.Web.Tests;

public sealed class CopyDeskTests : IDisposable
{
    private readonly string root = Directory.CreateTempSubdirectory("yarnwheel-copies-").FullName;
    private readonly Clock clock = new();
    private readonly CopyDesk desk;

    public CopyDeskTests() => desk = new CopyDesk(new DataFolder(root), new FrameTurns(), clock, NullLogger<CopyDesk>.Instance);

    public void Dispose()
    {
        desk.Dispose();
        Directory.Delete(root, recursive: true);
    }

    [Fact]
    public async Task A_copy_waits_for_an_hour_after_it_was_ready_however_long_it_took()
    {
        var began = new TaskCompletionSource();
        var goOn = new TaskCompletionSource();
        var slow = desk.Begin("slow.jpg", (path, _, _) =>
        {
            began.SetResult();
            goOn.Task.Wait(TestContext.Current.CancellationToken);
            File.WriteAllText(path, "a picture");
        });
        await began.Task;
        clock.Now += TimeSpan.FromHours(3);
        goOn.SetResult();
        await EndOfAsync(slow);
        // Beginning another sweeps.
        await EndOfAsync(desk.Begin("next.jpg", (_, _, _) => { }));
        Assert.Same(slow, desk.Find(slow.Id));
        Assert.True(File.Exists(slow.Path));

        clock.Now += TimeSpan.FromMinutes(59);
        await EndOfAsync(desk.Begin("again.jpg", (_, _, _) => { }));
        Assert.Same(slow, desk.Find(slow.Id));

        clock.Now += TimeSpan.FromMinutes(2);
        await EndOfAsync(desk.Begin("late.jpg", (_, _, _) => { }));
        Assert.Null(desk.Find(slow.Id));
        Assert.False(File.Exists(slow.Path));
    }

    private static async Task EndOfAsync(CopyJob job)
    {
        while (job.State == CopyState.Working) await Task.Delay(5, TestContext.Current.CancellationToken);
        Assert.Equal(CopyState.Ready, job.State);
    }

    private sealed class Clock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 1, 1, 0, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }
}
