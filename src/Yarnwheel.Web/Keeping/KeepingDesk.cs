using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Data.Keeping;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Keeping;

/// <summary>What is done with the whole of a data folder.</summary>
public enum KeepingKind
{
    Backup,
    Export,
    Restore,
}

/// <summary>Where a piece of such work stands.</summary>
/// <param name="Kind">What is done.</param>
/// <param name="Folder">Where to, or from.</param>
/// <param name="Share">Done, 0 … 1.</param>
/// <param name="Outcome">What came of it, in words; null while it is being done.</param>
/// <param name="IsFault">Whether it could not be done.</param>
public sealed record KeepingState(KeepingKind Kind, string Folder, double Share, string? Outcome = null, bool IsFault = false);

/// <summary>Backs up, exports and brings back while the application runs: one at a time, its progress to be seen, to be cancelled.</summary>
public sealed class KeepingDesk : IDisposable
{
    private readonly Backup backup;
    private readonly PlainExport export;
    private readonly Restore restore;
    private readonly Action forget;
    private readonly Func<Task> migrate;
    private readonly Lock change = new();
    private CancellationTokenSource stop = new();

    internal KeepingDesk(Backup backup, PlainExport export, Restore restore, TakeDesk takes, IDbContextFactory<YarnwheelContext> contexts, DataFolder data)
    {
        (this.backup, this.export, this.restore, forget) = (backup, export, restore, takes.ForgetAll);
        migrate = async () =>
        {
            await using var context = await contexts.CreateDbContextAsync();
            DatabaseSetup.Migrate(context, data);
        };
    }


    /// <summary>The last piece of work; null where there was none since the start.</summary>
    public KeepingState? State { get; private set; }

    /// <summary>Begins.</summary>
    /// <exception cref="YarnwheelException">Another piece of work is being done, or the folder can't be used.</exception>
    public void Begin(KeepingKind kind, string folder)
    {
        if (string.IsNullOrWhiteSpace(folder) || !Path.IsPathFullyQualified(folder)) throw new YarnwheelException("A folder is named from the root of the disk on, as in /media/disk/yarnwheel. Nothing was done.");
        lock (change)
        {
            if (State is { Outcome: null }) throw new YarnwheelException("One thing at a time: wait for what is being done, or cancel it.");
            stop.Dispose();
            stop = new CancellationTokenSource();
            State = new KeepingState(kind, folder, 0);
        }
        var cancel = stop.Token;
        _ = Task.Run(() => RunAsync(kind, folder, cancel), CancellationToken.None);
    }

    /// <summary>Ends it as soon as nothing is left half done.</summary>
    public void Cancel() => stop.Cancel();

    private async Task RunAsync(KeepingKind kind, string folder, CancellationToken cancel)
    {
        try
        {
            End(await DoAsync(kind, folder, new Told(this), cancel), false);
        }
        catch (OperationCanceledException)
        {
            End("It was cancelled; what was there before is as it was.", true);
        }
        catch (Exception exception)
        {
            End(exception is YarnwheelException ? exception.Message : $"It could not be done: {exception.Message}", true);
        }
    }

    private async Task<string> DoAsync(KeepingKind kind, string folder, IProgress<double> progress, CancellationToken cancel)
    {
        switch (kind)
        {
            case KeepingKind.Backup:
                var made = await backup.MakeAsync(folder, progress, cancel);
                return Words(made);
            case KeepingKind.Export:
                var (photos, missing) = await export.WriteAsync(folder, progress, cancel);
                return $"{Count(photos, "photo")} written as plain files." + (missing.Count > 0 ? $" The originals of {string.Join(", ", missing)} are missing." : "");
            default:
                var manifest = restore.Run(folder, progress, cancel);
                await migrate();
                forget();
                return $"{Count(manifest.Photos, "photo")} brought back, as of {manifest.CreatedAt.ToLocalTime():yyyy-MM-dd HH:mm}. Reload pages that are open.";
        }
    }

    private void End(string outcome, bool isFault)
    {
        lock (change) State = State! with { Share = 1, Outcome = outcome, IsFault = isFault };
    }

    /// <summary>What a backup did.</summary>
    public static string Words(BackupOutcome made) => $"{Count(made.Photos, "photo")} backed up: {Count(made.Copied, "file")} copied ({Size(made.Bytes)}), {made.Kept} there already.";

    /// <summary>So many of something.</summary>
    public static string Count(int count, string what) => count == 1 ? $"1 {what}" : $"{count} {what}s";

    /// <summary>Bytes in words.</summary>
    public static string Size(double bytes) => bytes >= 1e9 ? string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{bytes / 1e9:F1} GB") : string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{bytes / 1e6:F1} MB");

    public void Dispose() => stop.Dispose();

    private sealed class Told(KeepingDesk desk) : IProgress<double>
    {
        public void Report(double value)
        {
            lock (desk.change)
                if (desk.State is { Outcome: null } state) desk.State = state with { Share = value };
        }
    }
}
