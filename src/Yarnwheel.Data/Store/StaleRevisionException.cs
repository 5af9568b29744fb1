using Yarnwheel.Core;

namespace Yarnwheel.Data.Store;

/// <summary>An edit was made on a state that is no longer the newest.</summary>
public sealed class StaleRevisionException(string message, TakeState? newest) : YarnwheelException(message)
{
    /// <summary>The take as it stands, or null where it is gone.</summary>
    public TakeState? Newest { get; } = newest;
}
