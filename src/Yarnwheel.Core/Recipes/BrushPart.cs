using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;

namespace Yarnwheel.Core.Recipes;

/// <summary>Painted strokes.</summary>
/// <remarks>Strokes of its own (<see cref="BrushStroke.OnMask"/> left out) make the part's mask, which joins those before it like any other.
/// Strokes on the mask then work on the outcome of that, in their order: they lighten or darken what all parts so far have masked.</remarks>
public sealed record BrushPart : MaskPart
{
    /// <summary>In the order in which they were painted.</summary>
    [MaxLength(20000)]
    public ImmutableArray<BrushStroke> Strokes { get; init; } = [];
}

/// <summary>One stroke, kept as the pen's way and drawn at any size.</summary>
public sealed record BrushStroke
{
    /// <summary>Takes away; on the mask: darkens.</summary>
    public bool Erase { get; init; }

    /// <summary>Null: it paints the part itself. Else it works on the mask of all parts so far, on these of its values.</summary>
    public MaskTones? OnMask { get; init; }

    /// <summary>Fraction of the longer side.</summary>
    [Range(0.0, 1.0)]
    public double Radius { get; init; } = 0.02;

    /// <summary>Share of the radius within which it paints fully.</summary>
    [Range(0.0, 100.0)]
    public double Hardness { get; init; } = 80;

    /// <summary>What one pass lays down; passing again builds up.</summary>
    [Range(0.0, 100.0)]
    public double Flow { get; init; } = 100;

    /// <summary>How far it builds up; a stroke that takes away leaves what is missing to 100.</summary>
    [Range(0.0, 100.0)]
    public double Ceiling { get; init; } = 100;

    /// <summary>What the pen's pressure changes.</summary>
    public PenPressure Pen { get; init; } = PenPressure.Size;

    /// <summary>Paints only where the colour is like that under the brush; everywhere when left out.</summary>
    public ColourCling? Cling { get; init; }

    /// <summary>The pen's way.</summary>
    [MaxLength(20000)]
    public ImmutableArray<BrushPoint> Points { get; init; } = [];
}

/// <summary>Values of a mask that a stroke works on.</summary>
public enum MaskTones
{
    All,

    /// <summary>Nearly black: full up to 0.3, nothing from 0.6.</summary>
    Darks,

    /// <summary>Between; neither black nor white is touched.</summary>
    Middles,

    /// <summary>Nearly white: nothing up to 0.4, full from 0.7.</summary>
    Lights,
}

/// <summary>What the pen's pressure changes.</summary>
public enum PenPressure
{
    None,
    Size,
    Flow,
    Both,
}

/// <summary>Paints only where the colour is like that under the brush's centre.</summary>
public sealed record ColourCling
{
    /// <summary>Where likeness ends, OKLab distance × 100.</summary>
    [Range(0.0, 100.0)]
    public double Reach { get; init; } = 8;

    /// <summary>Over which it eases to nothing, OKLab distance × 100.</summary>
    [Range(0.0, 100.0)]
    public double Fade { get; init; } = 12;

    /// <summary>How much a difference in lightness counts, percent.</summary>
    [Range(0.0, 100.0)]
    public double Lightness { get; init; } = 35;

    /// <summary>Whether the colour under the stroke's first point holds for all of it.</summary>
    public bool Held { get; init; }
}

/// <summary>A point of a stroke; strokes may run off the photo.</summary>
public sealed record BrushPoint
{
    /// <summary>As a share of the photo's width.</summary>
    [Range(-1.0, 2.0)]
    public double X { get; init; }

    /// <summary>As a share of the photo's height.</summary>
    [Range(-1.0, 2.0)]
    public double Y { get; init; }

    /// <summary>Of the pen, 0 … 1.</summary>
    [Range(0.0, 1.0)]
    public double Pressure { get; init; } = 1;

    /// <summary>Whether the colour that clings is that of the point before, instead of the one under this point.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Held { get; init; }
}
