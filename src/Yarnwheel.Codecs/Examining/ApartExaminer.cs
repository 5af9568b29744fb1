using System.Diagnostics;
using System.Globalization;
using System.Text.Json;

namespace Yarnwheel.Codecs.Examining;

/// <summary>Reads unknown files in a process of its own, which is stopped where it takes more memory or time than it may, and may die of a file without harm.</summary>
/// <remarks>The process stays for the next file; one that read a bad file is not trusted with another, and one that nobody needed for a while is let go.</remarks>
/// <param name="limits">Of photos; their memory is the process's.</param>
/// <param name="start">How the process is started that runs <see cref="ExaminerProcess.RunAsync"/>.</param>
public sealed class ApartExaminer(PhotoLimits limits, Func<ProcessStartInfo> start) : IPhotoExaminer, IDisposable
{
    private const string TooMuch = "Reading the file needs more memory than it may have. Nothing was added.";

    private static readonly TimeSpan Look = TimeSpan.FromMilliseconds(25);
    private static readonly TimeSpan Rest = TimeSpan.FromMinutes(1);

    private readonly SemaphoreSlim turn = new(1);
    private Process? process;
    private long usedAt;

    public async Task<PhotoFacts> ExamineAsync(string path, int page, CancellationToken cancel)
    {
        await turn.WaitAsync(cancel);
        try
        {
            var running = process is { HasExited: false } ? process : process = Begin();
            var answer = await AskAsync(running, new ExaminerQuestion(Path.GetFullPath(path), page), cancel);
            if (answer.Fault is not null) throw new UnreadablePhotoException(answer.Fault);
            usedAt = Environment.TickCount64;
            _ = LetGoLaterAsync();
            return answer.Facts!;
        }
        catch
        {
            End();
            throw;
        }
        finally
        {
            turn.Release();
        }
    }

    private async Task<ExaminerAnswer> AskAsync(Process running, ExaminerQuestion question, CancellationToken cancel)
    {
        await running.StandardInput.WriteLineAsync(JsonSerializer.Serialize(question, ExaminerProcess.Json));
        await running.StandardInput.FlushAsync(cancel);
        var answer = running.StandardOutput.ReadLineAsync(cancel).AsTask();
        var watch = Stopwatch.StartNew();
        while (await Task.WhenAny(answer, Task.Delay(Look, CancellationToken.None)) != answer)
        {
            cancel.ThrowIfCancellationRequested();
            if (ResidentBytes(running) > limits.Budget * 1.1 + (200 << 20)) throw new UnreadablePhotoException(TooMuch);
            if (watch.Elapsed.TotalSeconds > limits.Seconds) throw new UnreadablePhotoException("Reading the file took too long. Nothing was added.");
        }
        return await answer is { } line ? JsonSerializer.Deserialize<ExaminerAnswer>(line, ExaminerProcess.Json)!
            : throw new UnreadablePhotoException("The file is damaged in a way that ended its reading. Nothing was added; try the file from the camera again.");
    }

    private Process Begin()
    {
        var info = start();
        info.RedirectStandardInput = info.RedirectStandardOutput = info.RedirectStandardError = true;
        info.Environment["DOTNET_GCHeapHardLimit"] = ((long)limits.Budget).ToString("x", CultureInfo.InvariantCulture);
        info.Environment["DOTNET_gcConcurrent"] = "0";
        info.Environment["DOTNET_DbgEnableMiniDump"] = "0";
        var begun = Process.Start(info) ?? throw new InvalidOperationException("The process for reading files could not be started.");
        // What it says besides is of no use, but must not fill its pipe.
        begun.ErrorDataReceived += (_, _) => { };
        begun.BeginErrorReadLine();
        return begun;
    }

    private async Task LetGoLaterAsync()
    {
        await Task.Delay(Rest + TimeSpan.FromSeconds(1));
        await turn.WaitAsync();
        try
        {
            if (Environment.TickCount64 - usedAt > Rest.TotalMilliseconds) End();
        }
        finally
        {
            turn.Release();
        }
    }

    private void End()
    {
        try
        {
            process?.Kill(entireProcessTree: true);
        }
        catch (InvalidOperationException)
        {
            // It ended by itself.
        }
        process?.Dispose();
        process = null;
    }

    /// <summary>Memory that a process has in use (proc(5), statm); 0 where that can't be told.</summary>
    private static long ResidentBytes(Process running)
    {
        try
        {
            return long.Parse(File.ReadAllText($"/proc/{running.Id}/statm").Split(' ')[1], CultureInfo.InvariantCulture) * Environment.SystemPageSize;
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException or FormatException or InvalidOperationException)
        {
            return 0;
        }
    }

    public void Dispose()
    {
        End();
        turn.Dispose();
    }
}
