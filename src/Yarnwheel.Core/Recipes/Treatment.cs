using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>What is done to an area besides keeping its colour.</summary>
public sealed record Treatment : Tones
{
    /// <summary>By which hues are turned, degrees of OKLCh.</summary>
    [Range(-180.0, 180.0)]
    public double HueShift { get; init; }

    /// <summary>Turns the area's colours towards one hue, shading kept.</summary>
    public HueAmount? Recolour { get; init; }

    /// <summary>A wash of colour over the grey.</summary>
    public HueAmount? Tint { get; init; }
}

/// <summary>A hue and how much of it.</summary>
public sealed record HueAmount
{
    /// <summary>OKLCh hue, degrees.</summary>
    [Range(0.0, 360.0)]
    public double Hue { get; init; }

    /// <summary>Percent.</summary>
    [Range(0.0, 100.0)]
    public double Amount { get; init; }
}
