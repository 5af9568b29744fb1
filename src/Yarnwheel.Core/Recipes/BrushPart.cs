using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>Painted strokes.</summary>
public sealed record BrushPart : MaskPart
{
    [MaxLength(20000)]
    public ImmutableArray<BrushStroke> Strokes { get; init; } = [];
}

/// <summary>One stroke, kept as the pen's way and drawn at any size.</summary>
public sealed record BrushStroke
{
    public bool Erase { get; init; }

    /// <summary>Fraction of the longer side.</summary>
    [Range(0.0, 1.0)]
    public double Radius { get; init; } = 0.02;

    [Range(0.0, 100.0)]
    public double Hardness { get; init; } = 80;

    [Range(0.0, 100.0)]
    public double Flow { get; init; } = 100;

    [Range(0.0, 100.0)]
    public double Ceiling { get; init; } = 100;

    public ColourCling? Cling { get; init; }

    [MaxLength(20000)]
    public ImmutableArray<BrushPoint> Points { get; init; } = [];
}

/// <summary>Paints only where the colour is like that under the brush's centre.</summary>
public sealed record ColourCling
{
    [Range(0.0, 100.0)]
    public double Reach { get; init; } = 8;

    [Range(0.0, 100.0)]
    public double Fade { get; init; } = 12;

    /// <summary>Whether the colour under the stroke's first point holds for all of it.</summary>
    public bool Held { get; init; }
}

/// <summary>A point of a stroke; strokes may run off the photo.</summary>
public sealed record BrushPoint
{
    [Range(-1.0, 2.0)]
    public double X { get; init; }

    [Range(-1.0, 2.0)]
    public double Y { get; init; }

    [Range(0.0, 1.0)]
    public double Pressure { get; init; } = 1;
}
