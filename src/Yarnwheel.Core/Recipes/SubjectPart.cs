using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>A thing cut out from a rough box and rough strokes.</summary>
/// <remarks>Without a box, what lies well beyond the inside strokes is outside. Without either, the part is empty.</remarks>
public sealed record SubjectPart : MaskPart
{
    /// <summary>Nothing outside it belongs to the subject.</summary>
    public Box? Box { get; init; }

    /// <summary>Strokes over what belongs to it.</summary>
    [MaxLength(500)]
    public ImmutableArray<ImmutableArray<StrokePoint>> Inside { get; init; } = [];

    /// <summary>Strokes over what does not.</summary>
    [MaxLength(500)]
    public ImmutableArray<ImmutableArray<StrokePoint>> Outside { get; init; } = [];

    /// <summary>Of the strokes, as a fraction of the longer side.</summary>
    [Range(0.0, 1.0)]
    public double Width { get; init; } = 0.01;

    /// <summary>Regions of the picture that were pointed at, in order; where there are any, they are what box and strokes correct.</summary>
    [MaxLength(500)]
    public ImmutableArray<RegionPick>? Regions { get; init; }

    /// <summary>How the gesture is read; left out, the reading that the picture speaks for most.</summary>
    public SubjectReading? Reading { get; init; }

    /// <summary>What the application looked for when it proposed the part; on another photo it is looked for anew.</summary>
    public SubjectFinding? Found { get; init; }
}

/// <summary>What can be found in a photo without a gesture.</summary>
public enum SubjectFinding
{
    /// <summary>What stands out most.</summary>
    Main,

    /// <summary>The sky.</summary>
    Sky,
}

/// <summary>A region of the picture that a place belongs to: of all that do, the one of the nearest size.</summary>
public sealed record RegionPick
{
    /// <summary>As a share of the photo's width.</summary>
    [Range(0.0, 1.0)]
    public double X { get; init; }

    /// <summary>As a share of the photo's height.</summary>
    [Range(0.0, 1.0)]
    public double Y { get; init; }

    /// <summary>Its size, as a share of the photo.</summary>
    [Range(0.0, 1.0)]
    public double Share { get; init; }

    /// <summary>Whether it is taken away from those before it.</summary>
    public bool Away { get; init; }
}

/// <summary>What a box and strokes may be meant to say.</summary>
public enum SubjectReading
{
    /// <summary>What has the colours of the inside strokes.</summary>
    Strokes,

    /// <summary>What in the box is hardly ever seen around it.</summary>
    Rare,

    /// <summary>All of the box that its surroundings do not explain.</summary>
    Box,

    /// <summary>The same with its holes closed.</summary>
    Whole,

    /// <summary>All of the box that its surroundings do not explain, leaning towards more until it fills the box.</summary>
    Tight,

    /// <summary>All of the box that its surroundings do not explain, colours told apart finely.</summary>
    Fine,

    /// <summary>A thin thing that the inside strokes run along, with all that hangs together with it and is alike.</summary>
    Strand,

    /// <summary>What each place is likelier to be, by all that colours, contours and surroundings say of it.</summary>
    Weighed,

    /// <summary>Without a box, what is found about the strokes if all farther off is outside: of like things that touch, the stroked one.</summary>
    Near,
}

/// <summary>A rectangle on the photo.</summary>
public sealed record Box
{
    /// <summary>Left side, as a share of the photo's width.</summary>
    [Range(0.0, 1.0)]
    public double X0 { get; init; }

    /// <summary>Upper side, as a share of the photo's height.</summary>
    [Range(0.0, 1.0)]
    public double Y0 { get; init; }

    /// <summary>Right side, as a share of the width.</summary>
    [Range(0.0, 1.0)]
    public double X1 { get; init; }

    /// <summary>Lower side, as a share of the height.</summary>
    [Range(0.0, 1.0)]
    public double Y1 { get; init; }
}

/// <summary>A place that a stroke goes through.</summary>
public sealed record StrokePoint
{
    /// <summary>As a share of the photo's width.</summary>
    [Range(0.0, 1.0)]
    public double X { get; init; }

    /// <summary>As a share of the photo's height.</summary>
    [Range(0.0, 1.0)]
    public double Y { get; init; }

    /// <summary>Of the stroke from here on, as a fraction of the longer side; as before, or the part's, when left out.</summary>
    [Range(0.0, 1.0)]
    public double? Width { get; init; }

    /// <summary>Whether the stroke is lifted before this point: a new run begins.</summary>
    public bool? Lifted { get; init; }

    /// <summary>When the stroke was drawn, among those of both kinds: where two lie over one another the later counts, of equal ones the outside; and in which order strokes correct what was found before them; left out, the stroke is told with the box. Of a stroke's first point.</summary>
    [Range(0, 1000)]
    public int? Turn { get; init; }
}
