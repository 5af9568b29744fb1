namespace Yarnwheel.Codecs.Saving;

/// <summary>Makes names that every usual file system takes.</summary>
public static class FileName
{
    private const int Longest = 150;

    // Names that one system keeps for devices, whatever their extension.
    private static readonly HashSet<string> Kept = new(["CON", "PRN", "AUX", "NUL", .. Enumerable.Range(1, 9).SelectMany(n => (string[])[$"COM{n}", $"LPT{n}"])], StringComparer.OrdinalIgnoreCase);

    /// <summary>The name with a hyphen for each character that is not allowed; never empty.</summary>
    public static string Of(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var clean = new string([.. text.Select(c => IsForbidden(c) ? '-' : c)]).Trim(' ', '.');
        if (clean.Length > Longest) clean = clean[..Longest].TrimEnd(' ', '.');
        if (char.IsHighSurrogate(clean.LastOrDefault())) clean = clean[..^1];
        return clean.Length == 0 ? "picture" : Kept.Contains(clean) ? clean + "-" : clean;
    }

    /// <summary>Whether a character must not stand in a file name on one system or another.</summary>
    public static bool IsForbidden(char c) => char.IsControl(c) || "<>:\"/\\|?*".Contains(c, StringComparison.Ordinal);
}
