using Yarnwheel.Core;

namespace Yarnwheel.Codecs;

/// <summary>A file that can't be taken in as a photo; the message says why.</summary>
public sealed class UnreadablePhotoException : YarnwheelException
{
    public UnreadablePhotoException(string message) : base(message) { }

    public UnreadablePhotoException(string message, Exception inner) : base(message, inner) { }

    public UnreadablePhotoException() { }
}
