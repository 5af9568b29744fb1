using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using Yarnwheel.Core.Colour;

namespace Yarnwheel.Core.Recipes;

/// <summary>The per-hue grey mix.</summary>
public sealed record GreyMix
{
    /// <summary>The grey of a pixel before any spoke lifts it.</summary>
    public GreyBasis Basis { get; init; } = GreyBasis.Luminance;

    /// <summary>How far colour noise is smoothed before hues are pushed apart, 0 … 100.</summary>
    [Range(0.0, 100.0)]
    public double Calm { get; init; } = 30;

    /// <summary>Hues whose grey is lifted or lowered; between them the lift runs smoothly round.</summary>
    [MaxLength(64)]
    public ImmutableArray<Spoke> Spokes { get; init; } = [];
}

/// <summary>How much the grey of one hue is lightened or darkened.</summary>
public sealed record Spoke
{
    /// <summary>OKLCh hue, degrees.</summary>
    [Range(0.0, 360.0)]
    public double Hue { get; init; }

    /// <summary>− darker … + lighter.</summary>
    [Range(-100.0, 100.0)]
    public double Lift { get; init; }
}

/// <summary>What the grey is before any spoke lifts it.</summary>
public enum GreyBasis
{
    /// <summary>Rec. 709 Y of linear light.</summary>
    Luminance,

    /// <summary>OKLab L.</summary>
    Perceptual,

    /// <summary>HSL lightness of the sRGB values.</summary>
    Lightness,

    /// <summary>Mean of the sRGB values.</summary>
    Average,
}
