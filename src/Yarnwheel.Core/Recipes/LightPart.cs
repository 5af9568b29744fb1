using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>A range of tones.</summary>
public sealed record LightPart : MaskPart
{
    /// <summary>0 black … 100 white.</summary>
    [Range(0.0, 100.0)]
    public double From { get; init; }

    /// <summary>The range's other end, 0 black … 100 white.</summary>
    [Range(0.0, 100.0)]
    public double To { get; init; } = 100;

    /// <summary>Tones below the range over which it eases to nothing.</summary>
    [Range(0.0, 100.0)]
    public double FadeFrom { get; init; } = 10;

    /// <summary>Tones above the range over which it eases to nothing.</summary>
    [Range(0.0, 100.0)]
    public double FadeTo { get; init; }

    /// <summary>Instead of the range: a free curve from tone to mask, as points of tone and mask, 0 … 100.</summary>
    [MaxLength(200)]
    public ImmutableArray<CurvePoint>? Curve { get; init; }

    /// <summary>The mix that gives the greys whose tones are judged; the luminance when left out.</summary>
    public GreyMix? Grey { get; init; }
}

/// <summary>A point of a curve from tone to mask.</summary>
public sealed record CurvePoint
{
    /// <summary>0 black … 100 white.</summary>
    [Range(0.0, 100.0)]
    public double Tone { get; init; }

    /// <summary>0 nothing … 100 all of it.</summary>
    [Range(0.0, 100.0)]
    public double Mask { get; init; }
}
