using Yarnwheel.Core;

namespace Yarnwheel.Data.Keeping;

/// <summary>A data folder held by one application at a time; the system lets go of it when the process ends, however it ends.</summary>
public sealed class FolderLock : IDisposable
{
    private readonly FileStream file;

    private FolderLock(FileStream file) => this.file = file;

    /// <summary>Holds the folder.</summary>
    /// <exception cref="YarnwheelException">Another application has it.</exception>
    public static FolderLock Take(string root)
    {
        var path = Path.Combine(root, "in-use");
        try
        {
            return new FolderLock(new FileStream(path, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None));
        }
        catch (IOException exception)
        {
            throw new YarnwheelException($"Another Yarnwheel is running on the data folder {root}. Use that one, end it, or name another folder with --data.", exception);
        }
    }

    /// <summary>Whether an application has the folder.</summary>
    public static bool IsTaken(string root)
    {
        try
        {
            Take(root).Dispose();
            return false;
        }
        catch (YarnwheelException)
        {
            return true;
        }
    }

    public void Dispose() => file.Dispose();
}
