using System.Collections.Concurrent;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.Copies;

/// <summary>Makes copies in the background, one at a time, and keeps each until it was fetched or an hour has passed.</summary>
internal sealed class CopyDesk(DataFolder folder, FrameTurns turns, TimeProvider clock, ILogger<CopyDesk> logger) : IDisposable
{
    private static readonly TimeSpan Kept = TimeSpan.FromHours(1);
    private readonly ConcurrentDictionary<string, CopyJob> jobs = new();
    private readonly SemaphoreSlim one = new(1);

    /// <summary>Begins a copy.</summary>
    /// <param name="fileName">The name it is saved under.</param>
    /// <param name="write">Writes the file at the path it is given.</param>
    public CopyJob Begin(string fileName, Action<string, IProgress<double>, CancellationToken> write)
    {
        Sweep();
        var id = Guid.NewGuid().ToString("N");
        var job = new CopyJob(id, fileName, Path.Combine(folder.Copies, id + Path.GetExtension(fileName)), clock);
        jobs[id] = job;
        _ = Task.Run(() => RunAsync(job, write));
        return job;
    }

    public void Dispose() => one.Dispose();

    public CopyJob? Find(string id) => jobs.GetValueOrDefault(id);

    private async Task RunAsync(CopyJob job, Action<string, IProgress<double>, CancellationToken> write)
    {
        try
        {
            await one.WaitAsync(job.Token);
            try
            {
                write(job.Path, new ShareOf(job, turns), job.Token);
            }
            finally
            {
                one.Release();
            }
            job.End(CopyState.Ready);
        }
        catch (OperationCanceledException)
        {
            job.End(CopyState.Cancelled);
        }
        catch (Exception exception)
        {
            // The file waits under a number; the photographer knows it by its name.
            job.Fault = Problems.Explain(exception).Message.Replace(Path.GetFileName(job.Path), job.FileName, StringComparison.Ordinal);
            job.End(CopyState.Failed);
            logger.LogError(exception, "A copy failed");
        }
    }

    private void Sweep()
    {
        foreach (var (id, job) in jobs)
        {
            if (job.State == CopyState.Working || clock.GetUtcNow() - job.EndedAt < Kept) continue;
            jobs.TryRemove(id, out _);
            File.Delete(job.Path);
            job.Dispose();
        }
    }

    private sealed class ShareOf(CopyJob job, FrameTurns turns) : IProgress<double>
    {
        // Between two strips the hand on the photo goes first.
        public void Report(double value)
        {
            job.Share = value;
            turns.GiveWay(job.Token);
        }
    }
}
