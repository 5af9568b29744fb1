using System.Diagnostics;
using System.Globalization;

namespace Yarnwheel.Codecs.Raw;

/// <summary>Develops a sensor's picture by LibRaw's tool in a process of its own, which has limits of time and memory and may die.</summary>
internal static class RawDevelopment
{
    private const string Tool = "dcraw_emu";
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(3);

    /// <summary>Where the tool is; null where it is not installed.</summary>
    public static string? Installed() => (Environment.GetEnvironmentVariable("PATH") ?? "").Split(Path.PathSeparator, StringSplitOptions.RemoveEmptyEntries)
        .Select(folder => Path.Combine(folder, Tool)).FirstOrDefault(File.Exists);

    /// <summary>Develops it.</summary>
    /// <param name="path">The file, DNG.</param>
    /// <param name="into">Receives a TIFF: 16 bits of linear light, white balance as shot, upright, with its profile.</param>
    /// <param name="memory">Most that the process may take, bytes.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="UnreadablePhotoException">The tool is not here, or could not read the file.</exception>
    public static void Develop(string path, string into, long memory, CancellationToken cancel)
    {
        if (!OperatingSystem.IsLinux() || Installed() is not { } tool)
            throw new UnreadablePhotoException("Raw photos (DNG) are developed by LibRaw’s tools, which are not installed here: on Debian, apt install libraw-bin. Nothing was added.");
        // The shell sets the limits and becomes the tool. 16 bits of linear light (-4), white balance as shot (-w), the maximum as the file says it (-c 0), ProPhoto's wide primaries (-o 4), AHD (-q 3).
        var start = new ProcessStartInfo("/bin/sh") { RedirectStandardError = true, RedirectStandardOutput = true };
        foreach (var argument in (string[])["-c", """ulimit -v "$1"; ulimit -t "$2"; ulimit -c 0; exec "$3" -4 -w -c 0 -o 4 -q 3 -T -Z - "$4" > "$5" """, "develop",
            (memory / 1024).ToString(CultureInfo.InvariantCulture), ((int)Longest.TotalSeconds).ToString(CultureInfo.InvariantCulture), tool, Path.GetFullPath(path), into])
            start.ArgumentList.Add(argument);
        using var process = Process.Start(start)!;
        using var late = new CancellationTokenSource(Longest);
        using var either = CancellationTokenSource.CreateLinkedTokenSource(cancel, late.Token);
        using var ending = either.Token.Register(() => Kill(process));
        var said = process.StandardError.ReadToEnd();
        process.WaitForExit();
        cancel.ThrowIfCancellationRequested();
        if (late.IsCancellationRequested) throw new UnreadablePhotoException("Developing the raw photo took too long. Nothing was added.");
        if (process.ExitCode != 0 || new FileInfo(into) is not { Exists: true, Length: > 0 })
            throw new UnreadablePhotoException(said.Contains("memory", StringComparison.OrdinalIgnoreCase) ? "Developing the raw photo needs more memory than it may have. Nothing was added." : "The raw photo is damaged, or of a kind that can’t be developed. Nothing was added; try the file from the camera again.");
    }

    private static void Kill(Process process)
    {
        try
        {
            process.Kill(entireProcessTree: true);
        }
        catch (InvalidOperationException)
        {
            // It ended by itself.
        }
    }
}
