namespace Yarnwheel.Data.Model;

/// <summary>A set that somebody else may look at, and work on where they have photos of their own.</summary>
public sealed class ShareRow
{
    public int SetId { get; set; }

    /// <summary>Name of the one it is shared with.</summary>
    public required string Person { get; set; }
}
