using Microsoft.EntityFrameworkCore;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Data.Keeping;

/// <summary>Finds and removes what nothing refers to any more, and never what something does.</summary>
/// <param name="contexts">Of the database.</param>
/// <param name="folder">What is swept.</param>
public sealed class Leftovers(IDbContextFactory<YarnwheelContext> contexts, DataFolder folder)
{
    /// <summary>What came in just now may belong to something that is still being written.</summary>
    private static readonly TimeSpan Young = TimeSpan.FromHours(1);

    /// <summary>Removes originals, small pictures and mask pictures without an owner.</summary>
    /// <returns>How many files were removed, and their bytes.</returns>
    public async Task<(int Files, long Bytes)> SweepAsync(DateTime now, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var hashes = (await context.Photos.AsNoTracking().Select(p => p.Hash).ToListAsync(cancel)).ToHashSet();
        // Takes that were removed can be brought back for a while.
        var takes = (await context.Takes.AsNoTracking().IgnoreQueryFilters().Select(t => t.Id).ToListAsync(cancel)).ToHashSet();
        var gone = Old(folder.Originals, now).Where(f => !hashes.Contains(Path.GetFileNameWithoutExtension(f.Name)))
            .Concat(Old(Path.Combine(folder.Root, "thumbnails"), now).Where(f => !HasOwner(f.Name, hashes, takes))).ToList();
        foreach (var mask in Old(folder.Masks, now))
            if (!await IsNamedAsync(context, Path.GetFileNameWithoutExtension(mask.Name), cancel)) gone.Add(mask);
        var (files, bytes) = (0, 0L);
        foreach (var file in gone)
        {
            // Another look, for the sweep may have taken a while.
            if (!file.Exists) continue;
            bytes += file.Length;
            file.Delete();
            files++;
        }
        return (files, bytes);
    }

    /// <summary>Small pictures are named by their take, or by the photo as it came.</summary>
    private static bool HasOwner(string name, HashSet<string> hashes, HashSet<int> takes)
    {
        var parts = name.Split('-');
        return parts[0] == "came" ? parts.Length > 1 && hashes.Contains(parts[1]) : int.TryParse(parts[0], out var take) && takes.Contains(take);
    }

    /// <summary>Whether any recipe, step or look speaks of a mask picture: undo may bring back what a take does not have now.</summary>
    private static async Task<bool> IsNamedAsync(YarnwheelContext context, string hash, CancellationToken cancel) =>
        await context.Takes.IgnoreQueryFilters().AnyAsync(t => t.Recipe.Contains(hash), cancel)
        || await context.Set<StepRow>().AnyAsync(s => s.Forward.Contains(hash) || s.Inverse.Contains(hash) || (s.Recipe != null && s.Recipe.Contains(hash)), cancel)
        || await context.Looks.AnyAsync(l => l.Look.Contains(hash), cancel);

    private static List<FileInfo> Old(string place, DateTime now) => !Directory.Exists(place) ? []
        : new DirectoryInfo(place).EnumerateFiles("*", SearchOption.AllDirectories).Where(f => now - f.LastWriteTimeUtc > Young && now - f.CreationTimeUtc > Young).ToList();
}
