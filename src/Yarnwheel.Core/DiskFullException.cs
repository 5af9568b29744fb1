namespace Yarnwheel.Core;

/// <summary>There is no room left on the disk; nothing is left half done.</summary>
public sealed class DiskFullException : YarnwheelException
{
    public DiskFullException(string message) : base(message) { }

    public DiskFullException(string message, Exception inner) : base(message, inner) { }

    public DiskFullException() { }

    /// <summary>Whether a disk said that it is full: ENOSPC (28) on Linux, ERROR_DISK_FULL (0x70), and over quota (EDQUOT, 122).</summary>
    public static bool IsSaidBy(Exception exception) => exception is IOException && (exception.HResult & 0xFFFF) is 28 or 0x70 or 122;
}
