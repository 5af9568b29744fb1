using Yarnwheel.Core;
using Yarnwheel.Data.Keeping;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.Keeping;

/// <summary>yarnwheel-web backup DIR, export DIR, restore DIR: with --data for another data folder. Also while the application runs.</summary>
internal static class KeepingCommands
{
    public static bool Are(string[] args) => args is ["backup" or "export" or "restore", ..];

    /// <returns>0 where it was done.</returns>
    public static async Task<int> RunAsync(string[] args, TextWriter output, TextWriter errors, CancellationToken cancel)
    {
        if (args is not [var kind, var given, .. var rest] || given.StartsWith("--", StringComparison.Ordinal))
        {
            await errors.WriteLineAsync($"yarnwheel-web {args[0]} DIR [--data DIR]");
            return 2;
        }
        try
        {
            var folder = new DataFolder(StartOptions.From(new ConfigurationBuilder().AddCommandLine(rest).Build(), rest).Data);
            var contexts = Contexts.Of(folder);
            switch (kind)
            {
                case "backup":
                    Known(folder);
                    var made = await new Backup(contexts, folder).MakeAsync(given, null, cancel);
                    await output.WriteLineAsync(KeepingDesk.Words(made));
                    return 0;
                case "export":
                    Known(folder);
                    var (photos, missing) = await new PlainExport(contexts, folder).WriteAsync(given, null, cancel);
                    await output.WriteLineAsync($"{KeepingDesk.Count(photos, "photo")} written as plain files.");
                    foreach (var name in missing) await errors.WriteLineAsync($"The original of {name} is missing.");
                    return missing.Count == 0 ? 0 : 1;
                default:
                    if (FolderLock.IsTaken(folder.Root))
                    {
                        // An application has it: it is asked to, and reads what is open anew.
                        var told = await new Errand(folder).AskAsync(given, TimeSpan.FromSeconds(15), cancel);
                        await (told.IsFault ? errors : output).WriteLineAsync(told.Outcome);
                        return told.IsFault ? 1 : 0;
                    }
                    using (FolderLock.Take(folder.Root))
                    {
                        var manifest = new Restore(folder).Run(given, null, cancel);
                        await output.WriteLineAsync($"{KeepingDesk.Count(manifest.Photos, "photo")} brought back, as of {manifest.CreatedAt:yyyy-MM-dd HH:mm} UTC.");
                    }
                    return 0;
            }
        }
        catch (YarnwheelException exception)
        {
            await errors.WriteLineAsync(exception.Message);
            return 1;
        }
    }

    private static void Known(DataFolder folder)
    {
        if (!File.Exists(folder.Database)) throw new YarnwheelException($"There is nothing in the data folder {folder.Root} yet.");
    }
}
