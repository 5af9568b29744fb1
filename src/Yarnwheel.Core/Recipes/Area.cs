using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>A named part of the picture: a mask, how much colour it keeps, its treatment.</summary>
public sealed record Area
{
    /// <summary>For people.</summary>
    [StringLength(80)]
    public string Name { get; init; } = "Area";

    /// <summary>Whether it counts.</summary>
    public bool On { get; init; } = true;

    /// <summary>Whether it works over all that the other areas gave, whatever its place in the list, and says nothing itself of what is kept.</summary>
    public bool Over { get; init; }

    /// <summary>What it keeps: 0 grey … 100 full. Of one that works over the others: how much of the photo's colour it lets back in where
    /// nothing else keeps it.</summary>
    [Range(0.0, 100.0)]
    public double Colour { get; init; } = 100;

    /// <summary>Fades the whole area's effect.</summary>
    [Range(0.0, 100.0)]
    public double Strength { get; init; } = 100;

    /// <summary>Where it is.</summary>
    public Mask Mask { get; init; } = new();

    /// <summary>What refines the mask's edge.</summary>
    public EdgeRefinement Edge { get; init; } = new();

    /// <summary>What is done to it besides keeping its colour.</summary>
    public Treatment Treat { get; init; } = new();
}

/// <summary>The parts of an area's mask, folded left to right, and whether the outcome is turned inside out.</summary>
public sealed record Mask
{
    /// <summary>Whether the outcome of all parts is turned inside out.</summary>
    public bool Invert { get; init; }

    /// <summary>Folded left to right.</summary>
    [MaxLength(500)]
    public ImmutableArray<MaskPart> Parts { get; init; } = [];
}

/// <summary>The settings that end an area's string.</summary>
public sealed record EdgeRefinement
{
    /// <summary>Pixels of the full-size photo.</summary>
    [Range(0.0, 1000.0)]
    public double Feather { get; init; }

    /// <summary>Pixels of the full-size photo; − shrinks.</summary>
    [Range(-1000.0, 1000.0)]
    public double Grow { get; init; }

    /// <summary>How far corners and steps are rounded.</summary>
    [Range(0.0, 100.0)]
    public double Smooth { get; init; }

    /// <summary>Steepens a soft edge (+) or softens it (−) about one half.</summary>
    [Range(-100.0, 100.0)]
    public double Contrast { get; init; }

    /// <summary>How far about the contour the mask is found anew in the photo itself.</summary>
    [Range(0.0, 100.0)]
    public double Follow { get; init; }

    /// <summary>How far the ground's colour is taken out of soft edges.</summary>
    [Range(0.0, 100.0)]
    public double Fringe { get; init; }

    /// <summary>Islands up to this many full-size pixels are removed.</summary>
    [Range(0.0, 1e9)]
    public double Islands { get; init; }

    /// <summary>Pinholes up to this many full-size pixels are filled.</summary>
    [Range(0.0, 1e9)]
    public double Pinholes { get; init; }
}
