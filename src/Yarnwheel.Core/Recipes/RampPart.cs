using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>A gradual fade across the photo, straight or round.</summary>
public sealed record RampPart : MaskPart
{
    public RampShape Shape { get; init; } = RampShape.Linear;

    [Range(-4.0, 5.0)]
    public double X0 { get; init; } = 0.5;

    [Range(-4.0, 5.0)]
    public double Y0 { get; init; } = 0.1;

    [Range(-4.0, 5.0)]
    public double X1 { get; init; } = 0.5;

    [Range(-4.0, 5.0)]
    public double Y1 { get; init; } = 0.4;

    [Range(-4.0, 5.0)]
    public double Cx { get; init; } = 0.5;

    [Range(-4.0, 5.0)]
    public double Cy { get; init; } = 0.5;

    /// <summary>Fraction of the longer side.</summary>
    [Range(0.0, 5.0)]
    public double Rx { get; init; } = 0.25;

    [Range(0.0, 5.0)]
    public double Ry { get; init; } = 0.25;

    /// <summary>Degrees.</summary>
    [Range(-360.0, 360.0)]
    public double Angle { get; init; }

    /// <summary>Percent of the radius over which it fades.</summary>
    [Range(0.0, 100.0)]
    public double Feather { get; init; } = 50;
}

/// <summary>The two shapes of a ramp.</summary>
public enum RampShape
{
    /// <summary>1 before the first point, 0 after the second.</summary>
    Linear,

    /// <summary>1 in the middle of an ellipse, 0 outside it.</summary>
    Radial,
}
