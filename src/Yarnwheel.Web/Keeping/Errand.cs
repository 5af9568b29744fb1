using System.Text.Json;
using Yarnwheel.Core;
using Yarnwheel.Data.Keeping;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Keeping;

/// <summary>What a command asks of the application that has the data folder: two small files in it, the wish and what is said of it.</summary>
/// <remarks>Who can write into the data folder can do all of it anyhow, so nothing is asked for besides.</remarks>
internal sealed class Errand(DataFolder data)
{
    private readonly string wish = Path.Combine(data.Root, "restore.wanted"), told = Path.Combine(data.Root, "restore.told");

    /// <summary>What is said of it.</summary>
    public sealed record Told(double Share, string? Outcome, bool IsFault);

    /// <summary>Asks for a backup to be brought back, and waits for the end.</summary>
    /// <param name="folder">Of the backup.</param>
    /// <param name="patience">How long to wait for a first word.</param>
    /// <param name="cancel">Ends the waiting.</param>
    /// <returns>What came of it.</returns>
    /// <exception cref="YarnwheelException">The application does not answer, or ended before it was done.</exception>
    public async Task<Told> AskAsync(string folder, TimeSpan patience, CancellationToken cancel)
    {
        File.Delete(told);
        // Whole or not at all: whoever takes it must not read half of it.
        await File.WriteAllTextAsync(wish + ".new", Path.GetFullPath(folder), cancel);
        File.Move(wish + ".new", wish, overwrite: true);
        for (var since = Environment.TickCount64; ; await Task.Delay(200, cancel))
        {
            if (Read() is { } now)
            {
                if (now.Outcome is null && FolderLock.IsTaken(data.Root)) continue;
                // It may have been done, and ended, since it was read.
                now = Read() ?? now;
                File.Delete(told);
                return now.Outcome is not null ? now : throw new YarnwheelException("Yarnwheel ended while it brought the backup back. Bring it back once more: nothing is missing from the backup.");
            }
            if (Environment.TickCount64 - since < patience.TotalMilliseconds) continue;
            File.Delete(wish);
            throw new YarnwheelException("The data folder is in use, and whatever uses it does not answer. Stop it, and try again. Nothing was changed.");
        }
    }

    /// <summary>What was asked for; null for nothing.</summary>
    public string? Take()
    {
        if (!File.Exists(wish)) return null;
        var folder = File.ReadAllText(wish);
        File.Delete(wish);
        return folder;
    }

    public void Say(Told word)
    {
        File.WriteAllText(told + ".new", JsonSerializer.Serialize(word));
        File.Move(told + ".new", told, overwrite: true);
    }

    private Told? Read()
    {
        try
        {
            return JsonSerializer.Deserialize<Told>(File.ReadAllText(told));
        }
        catch (Exception exception) when (exception is FileNotFoundException or JsonException)
        {
            return null;
        }
    }
}

/// <summary>Does what commands ask for while the application runs.</summary>
internal sealed class ErrandRunner(KeepingDesk desk, DataFolder data, ILogger<ErrandRunner> logger) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMilliseconds(500);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        var errand = new Errand(data);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                if (errand.Take() is { } folder) await RunAsync(errand, folder, stoppingToken);
            }
            catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
            {
                logger.LogWarning(exception, "What a command asked for could not be read");
            }
            await Task.Delay(Every, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private async Task RunAsync(Errand errand, string folder, CancellationToken cancel)
    {
        try
        {
            desk.Begin(KeepingKind.Restore, folder);
        }
        catch (YarnwheelException exception)
        {
            errand.Say(new Errand.Told(1, exception.Message, true));
            return;
        }
        while (desk.State is { Outcome: null } state)
        {
            errand.Say(new Errand.Told(state.Share, null, false));
            await Task.Delay(200, cancel);
        }
        errand.Say(new Errand.Told(1, desk.State!.Outcome, desk.State.IsFault));
    }
}
