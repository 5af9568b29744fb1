namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>On how large a picture a matte is solved, and the colours of an edge are learnt.</summary>
internal enum MatteSize
{
    /// <summary>As large as a picture of its scale needs it.</summary>
    AsNeeded,

    /// <summary>As large as any picture needs it.</summary>
    Whole,

    /// <summary>Small, and in fewer rounds, so that a hand need not wait.</summary>
    Coarse,
}
