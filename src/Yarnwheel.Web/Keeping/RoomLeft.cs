using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Keeping;

/// <summary>The room left on the disk of the data folder.</summary>
public sealed class RoomLeft(DataFolder folder)
{
    /// <summary>Below it gets short: two gigabytes, or a fiftieth of the disk where that is less.</summary>
    private const double Short = 2e9;

    /// <summary>Bytes; null where that can't be told.</summary>
    public long? Bytes => Drive()?.AvailableFreeSpace;

    /// <summary>What the Shelf says of it; null where there is enough.</summary>
    public string? Words => Drive() is { } drive && drive.AvailableFreeSpace < Math.Min(Short, drive.TotalSize / 50.0)
        ? $"Only {KeepingDesk.Size(drive.AvailableFreeSpace)} are left on the disk of the data folder. What is done stays; before new photos are added, make room." : null;

    private DriveInfo? Drive()
    {
        try
        {
            return new DriveInfo(folder.Root);
        }
        catch (Exception exception) when (exception is IOException or ArgumentException or UnauthorizedAccessException)
        {
            return null;
        }
    }
}
