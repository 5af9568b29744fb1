namespace Yarnwheel.Core.Tests;

/// <summary>Files of the repository.</summary>
internal static class Repository
{
    public static string Root { get; } = Find();

    public static string File(string path) => Path.Combine(Root, path);

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !System.IO.File.Exists(Path.Combine(folder.FullName, "Yarnwheel.slnx"))) folder = folder.Parent;
        return folder?.FullName ?? throw new InvalidOperationException("The tests run inside the repository.");
    }
}
