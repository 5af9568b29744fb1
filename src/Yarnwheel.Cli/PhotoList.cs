using Microsoft.Extensions.FileSystemGlobbing;

namespace Yarnwheel.Cli;

/// <summary>The photos that a batch is asked for.</summary>
internal static class PhotoList
{
    /// <summary>Files as they are named, patterns in the order of names; each once.</summary>
    /// <exception cref="CallException">There are none, or a pattern fits none.</exception>
    public static IReadOnlyList<string> Of(IEnumerable<string> asked, FileInfo? list)
    {
        var all = asked.SelectMany(Fitting).ToList();
        if (list is not null) all.AddRange(Lines(list));
        return all.Count > 0 ? [.. all.DistinctBy(p => Path.GetFullPath(p))] : throw new CallException("There are no photos to work on.");
    }

    private static List<string> Lines(FileInfo list)
    {
        if (list.Name != "-" && !list.Exists) throw new CallException($"There is no list {list.FullName}.");
        using var reader = list.Name == "-" ? Console.In : list.OpenText();
        var lines = new List<string>();
        while (reader.ReadLine() is { } line)
            if (line.Trim() is { Length: > 0 } path) lines.Add(path);
        return lines;
    }

    private static IEnumerable<string> Fitting(string asked)
    {
        if (asked.AsSpan().IndexOfAny('*', '?') < 0) return [asked];
        // The part before the first wildcard is where the search begins.
        var parts = asked.Replace('\\', '/').Split('/');
        var fixedParts = parts.TakeWhile(p => p.AsSpan().IndexOfAny('*', '?') < 0).ToList();
        var root = fixedParts.Count == 0 ? "." : fixedParts is [""] ? "/" : string.Join('/', fixedParts);
        if (!Directory.Exists(root)) throw new CallException($"There is no folder {root}.");
        var matcher = new Matcher(StringComparison.Ordinal).AddInclude(string.Join('/', parts.Skip(fixedParts.Count)));
        var found = matcher.GetResultsInFullPath(root).Order(StringComparer.Ordinal).Select(p => Path.IsPathFullyQualified(asked) ? p : Path.GetRelativePath(".", p)).ToList();
        return found.Count > 0 ? found : throw new CallException($"No file fits {asked}.");
    }
}
