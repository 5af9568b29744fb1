using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>A range of tones.</summary>
public sealed record LightPart : MaskPart
{
    /// <summary>0 black … 100 white.</summary>
    [Range(0.0, 100.0)]
    public double From { get; init; }

    [Range(0.0, 100.0)]
    public double To { get; init; } = 100;

    [Range(0.0, 100.0)]
    public double FadeFrom { get; init; } = 10;

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
    [Range(0.0, 100.0)]
    public double Tone { get; init; }

    [Range(0.0, 100.0)]
    public double Mask { get; init; }
}
