namespace Yarnwheel.Core.Masks.Finding;

/// <summary>What is wrong with a stretch of an edge.</summary>
public enum EdgeFault
{
    /// <summary>The other side's colour is kept along the edge.</summary>
    Halo,

    /// <summary>Its own colour goes on beyond the edge and is grey there: also a broken strand.</summary>
    FallsShort,

    /// <summary>The photo has no edge here: colour ends in the middle of a surface.</summary>
    Step,
}

/// <summary>A stretch of an area's edge that is worth a look.</summary>
/// <param name="Fault">What is worst about it.</param>
/// <param name="X">0 … 1 over the photo's width.</param>
/// <param name="Y">0 … 1 over the photo's height.</param>
/// <param name="Score">How bad, 0 … 100.</param>
public sealed record EdgeStretch(EdgeFault Fault, double X, double Y, double Score);
