namespace Yarnwheel.Data.Model;

/// <summary>Somebody who signed in: sees what is theirs and what is shared with them.</summary>
/// <param name="Person">Their name.</param>
/// <param name="IsOwner">Whether they have photos of their own, and see those that belong to nobody; a guest looks at what is shared.</param>
public sealed record Viewer(string Person, bool IsOwner);
