namespace Yarnwheel.Core;

/// <summary>A failure with a message for people: what happened, what was kept, what to do.</summary>
public class YarnwheelException : Exception
{
    public YarnwheelException(string message) : base(message) { }

    public YarnwheelException(string message, Exception inner) : base(message, inner) { }

    public YarnwheelException() { }
}
