namespace Yarnwheel.Core.Masks.Segments;

/// <summary>A region of the photo that pointing at a place can mean.</summary>
/// <param name="Level">How many steps larger (smaller below 0) it is than the one that stands out most.</param>
/// <param name="Larger">How many larger ones there are.</param>
/// <param name="Share">Of the photo, 0 … 1.</param>
/// <param name="Outline">Closed ways; x and y of each corner in turn, 0 … 1 over width and height.</param>
public sealed record PhotoRegion(int Level, int Larger, double Share, IReadOnlyList<double[]> Outline);
