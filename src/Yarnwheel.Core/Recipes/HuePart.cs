using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>An arc of hues, or an amount for every hue.</summary>
public sealed record HuePart : MaskPart
{
    /// <summary>Where the arc begins, OKLCh degrees; it runs upwards through 360 to <see cref="To"/>.</summary>
    [Range(0.0, 360.0)]
    public double From { get; init; }

    /// <summary>Where the arc ends, OKLCh degrees.</summary>
    [Range(0.0, 360.0)]
    public double To { get; init; }

    /// <summary>Width of the soft shoulders, degrees.</summary>
    [Range(0.0, 180.0)]
    public double Fade { get; init; } = 15;

    /// <summary>Lowest chroma, OKLab × 100, so that near-greys stay out.</summary>
    [Range(0.0, 100.0)]
    public double MinChroma { get; init; } = 4;

    /// <summary>Instead of the arc: how much of each hue is kept; between these the amounts run smoothly round.</summary>
    [MaxLength(72)]
    public ImmutableArray<HueAmount>? Amounts { get; init; }
}
