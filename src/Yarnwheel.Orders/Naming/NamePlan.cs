using System.Globalization;

namespace Yarnwheel.Orders.Naming;

/// <summary>What becomes of a copy whose name is taken by a file that is there.</summary>
public enum NameClash
{
    /// <summary>It gets a number behind its name.</summary>
    Number,

    /// <summary>It is left out.</summary>
    Skip,

    /// <summary>It takes the file's place.</summary>
    Replace,
}

/// <summary>What becomes of a name.</summary>
public enum NameFate
{
    Free,

    /// <summary>Another copy of the set, or a file that is there, has the name; this one has a number behind it.</summary>
    Numbered,

    /// <summary>A file of that name is there and is replaced.</summary>
    Replaces,

    /// <summary>A file of that name is there; this one is left out.</summary>
    Skipped,
}

/// <summary>A name as it will be.</summary>
/// <param name="Name">With extension.</param>
/// <param name="Fate">What became of it.</param>
public sealed record PlannedName(string Name, NameFate Fate);

/// <summary>Names for all copies of a set, known before the first is made.</summary>
public static class NamePlan
{
    /// <param name="pattern">Of the names.</param>
    /// <param name="parts">What fills it, one a copy.</param>
    /// <param name="extension">With the dot.</param>
    /// <param name="clash">What becomes of a copy whose name is taken.</param>
    /// <param name="isTaken">Whether a file of that name is there.</param>
    /// <returns>One a copy, in their order; no two the same (letter case aside), but for those left out.</returns>
    public static IReadOnlyList<PlannedName> Of(NamePattern pattern, IReadOnlyList<NameParts> parts, string extension, NameClash clash, Func<string, bool> isTaken)
    {
        ArgumentNullException.ThrowIfNull(pattern);
        ArgumentNullException.ThrowIfNull(parts);
        ArgumentNullException.ThrowIfNull(isTaken);
        var given = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        return [.. parts.Select(one =>
        {
            var stem = pattern.Fill(one);
            var name = stem + extension;
            var isThere = isTaken(name);
            if (!given.Contains(name))
            {
                if (isThere && clash == NameClash.Skip) return new PlannedName(name, NameFate.Skipped);
                if (!isThere || clash == NameClash.Replace)
                {
                    given.Add(name);
                    return new PlannedName(name, isThere ? NameFate.Replaces : NameFate.Free);
                }
            }
            for (var k = 2; ; k++)
            {
                var other = string.Create(CultureInfo.InvariantCulture, $"{stem} {k}{extension}");
                if ((clash != NameClash.Replace && isTaken(other)) || !given.Add(other)) continue;
                return new PlannedName(other, NameFate.Numbered);
            }
        })];
    }
}
