namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>Between which four cells a place lies, and how near to each.</summary>
/// <param name="First">Number of the upper left cell.</param>
/// <param name="Right">To the next on the right, cells.</param>
/// <param name="Below">To the next below, cells.</param>
/// <param name="A">Share of the upper left one; then of the upper right, lower left and lower right one.</param>
internal readonly record struct CellPlace(int First, int Right, int Below, float A, float B, float C, float D)
{
    /// <summary>A plane's value there.</summary>
    /// <param name="plane">Of each cell.</param>
    public float Of(float[] plane) => A * plane[First] + B * plane[First + Right] + C * plane[First + Below] + D * plane[First + Right + Below];
}
