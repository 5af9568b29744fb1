using Yarnwheel.Core;

namespace Yarnwheel.Data.Store;

/// <summary>Where everything is kept.</summary>
public sealed class DataFolder
{
    /// <summary>Makes the folder and its rooms where they are missing.</summary>
    /// <exception cref="YarnwheelException">It can't be written to.</exception>
    public DataFolder(string root)
    {
        Root = Path.GetFullPath(root);
        try
        {
            foreach (var folder in (string[])[Root, Originals, Masks, Orders, Incoming, Backups]) Directory.CreateDirectory(folder);
            // Folders may be there on a disk that is read-only now.
            File.Create(Path.Combine(Incoming, $"trial-{Guid.NewGuid():N}"), 1, FileOptions.DeleteOnClose).Dispose();
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
        {
            throw new YarnwheelException($"The data folder {Root} can't be written to: {exception.Message}", exception);
        }
    }

    public string Root { get; }

    public string Database => Path.Combine(Root, "yarnwheel.db");

    /// <summary>The accounts, where people sign in.</summary>
    public string People => Path.Combine(Root, "people.db");

    public string Originals => Path.Combine(Root, "originals");

    /// <summary>Mask pictures, named by their content's hash.</summary>
    public string Masks => Path.Combine(Root, "masks");

    /// <summary>Copies that were asked for, and what became of them.</summary>
    public string Orders => Path.Combine(Root, "orders");

    /// <summary>Photos on their way in; emptied at start.</summary>
    public string Incoming => Path.Combine(Root, "incoming");

    public string Backups => Path.Combine(Root, "backups");

    /// <summary>Removes what an earlier run left unfinished.</summary>
    public void Sweep()
    {
        foreach (var file in Directory.EnumerateFiles(Incoming)) File.Delete(file);
        // Where copies waited before there were orders; it was emptied at each start.
        var copies = Path.Combine(Root, "copies");
        if (Directory.Exists(copies)) Directory.Delete(copies, recursive: true);
    }
}
