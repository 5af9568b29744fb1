using NetVips;
using Yarnwheel.Core;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Writes a file under another name first, so that under its own it is whole or not there.</summary>
public static class WholeFile
{
    /// <param name="path">Where the file is to be; replaced if it is there.</param>
    /// <param name="write">Writes to the path it is given; that path keeps the extension.</param>
    /// <param name="cancel">Ends the work early; nothing is left behind.</param>
    /// <exception cref="YarnwheelException">It could not be written; says why.</exception>
    public static void Write(string path, Action<string> write, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(write);
        var folder = Path.GetDirectoryName(Path.GetFullPath(path))!;
        var temporary = Path.Combine(folder, $".{Guid.NewGuid():N}{Path.GetExtension(path)}");
        try
        {
            write(temporary);
            cancel.ThrowIfCancellationRequested();
            using (var file = new FileStream(temporary, FileMode.Open, FileAccess.ReadWrite)) file.Flush(flushToDisk: true);
            File.Move(temporary, path, overwrite: true);
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException or VipsException)
        {
            cancel.ThrowIfCancellationRequested();
            var message = $"{Path.GetFileName(path)} could not be written: {Reason(exception, folder)} Nothing was left behind.";
            throw IsFull(exception) ? new DiskFullException(message, exception) : new YarnwheelException(message, exception);
        }
        finally
        {
            if (File.Exists(temporary)) File.Delete(temporary);
        }
    }

    private static string Reason(Exception exception, string folder)
    {
        if (exception is UnauthorizedAccessException) return "the folder may not be written to.";
        if (!Directory.Exists(folder)) return "its folder does not exist.";
        return IsFull(exception) ? "there is no room left on the disk." : "the disk or the folder refused it.";
    }

    /// <summary>ENOSPC and EDQUOT arrive as text from the codec library and as an error number from .NET.</summary>
    private static bool IsFull(Exception exception) => DiskFullException.IsSaidBy(exception) || exception.ToString() is var text
        && (text.Contains("No space left", StringComparison.Ordinal) || text.Contains("not enough space", StringComparison.OrdinalIgnoreCase) || text.Contains("quota", StringComparison.OrdinalIgnoreCase));
}
