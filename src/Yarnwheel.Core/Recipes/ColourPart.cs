using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;

namespace Yarnwheel.Core.Recipes;

/// <summary>Weights each pixel by how alike its colour is to the picked shades.</summary>
/// <remarks>OKLab distance to the nearest pick, lightness scaled by <see cref="Lightness"/>;
/// 1 up to <see cref="Reach"/>, easing to 0 over <see cref="Fade"/> (Hermite).</remarks>
public sealed record ColourPart : MaskPart
{
    /// <summary>Shades to be kept.</summary>
    [MaxLength(2000)]
    public ImmutableArray<ShadePick> Picks { get; init; } = [];

    /// <summary>Shades to be left out; the nearer side wins.</summary>
    [MaxLength(2000)]
    public ImmutableArray<ShadePick> LeaveOut { get; init; } = [];

    /// <summary>Where likeness ends, in OKLab distance × 100.</summary>
    [Range(0.0, 100.0)]
    public double Reach { get; init; } = 12;

    /// <summary>Over which further distance it eases to nothing, in OKLab distance × 100.</summary>
    [Range(0.0, 100.0)]
    public double Fade { get; init; } = 8;

    /// <summary>How much a lightness difference counts, percent of a colour difference.</summary>
    [Range(0.0, 100.0)]
    public double Lightness { get; init; } = 35;

    /// <summary>How far noise is smoothed before colours are judged.</summary>
    [Range(0.0, 100.0)]
    public double Calm { get; init; }
}

/// <summary>Shades: those of a place on the photo, a point (its small neighbourhood) or a box (all its pixels), or given by themselves.</summary>
public sealed record ShadePick : ISelfChecking
{
    /// <summary>Of a point, as a share of the photo's width; with y.</summary>
    [Range(0.0, 1.0)]
    public double? X { get; init; }

    /// <summary>Of a point, as a share of the photo's height.</summary>
    [Range(0.0, 1.0)]
    public double? Y { get; init; }

    /// <summary>Left side of a box, as a share of the width; with y0, x1 and y1.</summary>
    [Range(0.0, 1.0)]
    public double? X0 { get; init; }

    /// <summary>Upper side of a box, as a share of the height.</summary>
    [Range(0.0, 1.0)]
    public double? Y0 { get; init; }

    /// <summary>Right side of a box, as a share of the width.</summary>
    [Range(0.0, 1.0)]
    public double? X1 { get; init; }

    /// <summary>Lower side of a box, as a share of the height.</summary>
    [Range(0.0, 1.0)]
    public double? Y1 { get; init; }

    /// <summary>Instead of a place: the colours themselves, in the light of the recipe, so that they mean the same on any photo.</summary>
    [MaxLength(4000)]
    public ImmutableArray<PickedShade>? Shades { get; init; }

    /// <summary>Says nothing: early recipes carry it, none is written with it.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWriting)]
    public bool IsPoint => X is not null && Y is not null;

    public string? Fault()
    {
        const string Needs = "needs x and y, or x0, y0, x1 and y1, or shades";
        var anyPoint = X is not null || Y is not null;
        var anyBox = X0 is not null || Y0 is not null || X1 is not null || Y1 is not null;
        var wholeBox = X0 is not null && Y0 is not null && X1 is not null && Y1 is not null;
        if (Shades is { } shades) return anyPoint || anyBox || shades.IsEmpty ? Needs : null;
        return (anyPoint ? IsPoint && !anyBox : wholeBox) ? null : Needs;
    }
}

/// <summary>A colour in OKLab.</summary>
public sealed record PickedShade
{
    /// <summary>OKLab lightness, 0 black … 1 white.</summary>
    [Range(-1.0, 4.0)]
    public double L { get; init; }

    /// <summary>OKLab a, green − … red +.</summary>
    [Range(-2.0, 2.0)]
    public double A { get; init; }

    /// <summary>OKLab b, blue − … yellow +.</summary>
    [Range(-2.0, 2.0)]
    public double B { get; init; }
}
