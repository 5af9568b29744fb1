using System.Numerics;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>What an edge pixel is mixed from.</summary>
/// <param name="Foreground">The area's own colour, linear light.</param>
/// <param name="Background">The colour behind it, linear light.</param>
/// <param name="Alpha">Share of the area's colour, 0 … 1.</param>
/// <param name="Trust">How well the pair explains the pixel, 0 … 1.</param>
internal readonly record struct ColourPair(Vector3 Foreground, Vector3 Background, float Alpha, float Trust);
