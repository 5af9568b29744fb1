namespace Yarnwheel.Cli;

/// <summary>Standard input and output in place of files, asked for by "-".</summary>
internal static class Streams
{
    public static bool IsStandard(string path) => path == "-";

    /// <summary>A file of what comes in, for as long as it is needed; the file itself where one is named.</summary>
    public static TemporaryFile Incoming(string path)
    {
        if (!IsStandard(path)) return new TemporaryFile(path, false);
        var file = TemporaryFile.New("");
        using var into = File.Create(file.Path);
        using var from = Console.OpenStandardInput();
        from.CopyTo(into);
        return file;
    }

    /// <summary>Has a file made, and hands it on to standard output where that is asked for.</summary>
    /// <param name="path">Where to, or "-".</param>
    /// <param name="extension">Of the file, with the dot.</param>
    /// <param name="make">Makes it at the path it is given.</param>
    public static void Outgoing(string path, string extension, Action<string> make)
    {
        if (!IsStandard(path))
        {
            make(Path.GetFullPath(path));
            return;
        }
        using var file = TemporaryFile.New(extension);
        make(file.Path);
        using var from = File.OpenRead(file.Path);
        using var into = Console.OpenStandardOutput();
        from.CopyTo(into);
    }
}

/// <summary>A file that goes when it is disposed of, if it was made for this.</summary>
internal sealed class TemporaryFile(string path, bool isOurs) : IDisposable
{
    public string Path { get; } = path;

    public static TemporaryFile New(string extension) => new(System.IO.Path.Combine(System.IO.Path.GetTempPath(), $"yarnwheel-{Guid.NewGuid():N}{extension}"), true);

    public void Dispose()
    {
        if (isOurs) File.Delete(Path);
    }
}
