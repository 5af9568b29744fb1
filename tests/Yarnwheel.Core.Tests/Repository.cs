namespace Yarnwheel.Core.Tests;

/// <summary>Files of the repository.</summary>
internal static class Repository
{
    public static string Root { get; } = Find();

    public static string File(string path) => Path.Combine(Root, path);

    /// <summary>What the compiler wrote of the core's own words.</summary>
    public static System.Xml.Linq.XDocument Documentation { get; } = System.Xml.Linq.XDocument.Load(Path.ChangeExtension(typeof(Core.Recipes.Recipe).Assembly.Location, ".xml"));

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !System.IO.File.Exists(Path.Combine(folder.FullName, "Yarnwheel.slnx"))) folder = folder.Parent;
        return folder?.FullName ?? throw new InvalidOperationException("The tests run inside the repository.");
    }
}
