using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>Everything that no area claims.</summary>
public sealed record Ground
{
    /// <summary>0 monochrome … 100 untouched.</summary>
    [Range(0.0, 100.0)]
    public double Colour { get; init; }

    /// <summary>Tones the grey; the lights alone where the darks have a tint of their own.</summary>
    public HueAmount? Tint { get; init; }

    /// <summary>Tones the darks.</summary>
    public HueAmount? TintDarks { get; init; }
}
