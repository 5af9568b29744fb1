using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>A gradual fade across the photo, straight or round.</summary>
public sealed record RampPart : MaskPart
{
    /// <summary>Straight or round.</summary>
    public RampShape Shape { get; init; } = RampShape.Linear;

    /// <summary>Linear: where it is still 1, as a share of the photo's width.</summary>
    [Range(-4.0, 5.0)]
    public double X0 { get; init; } = 0.5;

    /// <summary>Linear: where it is still 1, as a share of the height.</summary>
    [Range(-4.0, 5.0)]
    public double Y0 { get; init; } = 0.1;

    /// <summary>Linear: from where on it is 0, as a share of the width.</summary>
    [Range(-4.0, 5.0)]
    public double X1 { get; init; } = 0.5;

    /// <summary>Linear: from where on it is 0, as a share of the height.</summary>
    [Range(-4.0, 5.0)]
    public double Y1 { get; init; } = 0.4;

    /// <summary>Radial: the middle, as a share of the width.</summary>
    [Range(-4.0, 5.0)]
    public double Cx { get; init; } = 0.5;

    /// <summary>Radial: the middle, as a share of the height.</summary>
    [Range(-4.0, 5.0)]
    public double Cy { get; init; } = 0.5;

    /// <summary>Radial: a half-axis, fraction of the longer side.</summary>
    [Range(0.0, 5.0)]
    public double Rx { get; init; } = 0.25;

    /// <summary>Radial: the other half-axis, fraction of the longer side.</summary>
    [Range(0.0, 5.0)]
    public double Ry { get; init; } = 0.25;

    /// <summary>Radial: by which it is turned, degrees clockwise.</summary>
    [Range(-360.0, 360.0)]
    public double Angle { get; init; }

    /// <summary>Radial: percent of the radius over which it fades.</summary>
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
