using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>What lies inside a closed outline of straight and curved (cubic Bézier) pieces.</summary>
public sealed record OutlinePart : MaskPart
{
    /// <summary>The closed path, node by node.</summary>
    [MaxLength(20000)]
    public ImmutableArray<OutlineNode> Nodes { get; init; } = [];

    /// <summary>Width of the soft edge, fraction of the longer side.</summary>
    [Range(0.0, 1.0)]
    public double Softness { get; init; }

    /// <summary>Percent of the mask inside it.</summary>
    [Range(0.0, 100.0)]
    public double Opacity { get; init; } = 100;

    /// <summary>Where the soft edge lies: −100 inside the outline, 0 across it, 100 outside.</summary>
    [Range(-100.0, 100.0)]
    public double Lean { get; init; }
}

/// <summary>A node and its two handles, as offsets.</summary>
public sealed record OutlineNode
{
    /// <summary>The longest handle either way: farther off than any curve that is seen.</summary>
    private const double LongestHandle = 4;

    /// <summary>As a share of the photo's width.</summary>
    [Range(-1.0, 2.0)]
    public double X { get; init; }

    /// <summary>As a share of the photo's height.</summary>
    [Range(-1.0, 2.0)]
    public double Y { get; init; }

    /// <summary>The handle of the piece that comes in, an offset in x and y; 0, 0 is straight.</summary>
    [Length(2, 2), EachRange(-LongestHandle, LongestHandle)]
    public ImmutableArray<double> In { get; init; } = [0.0, 0.0];

    /// <summary>The handle of the piece that goes out, an offset in x and y; 0, 0 is straight.</summary>
    [Length(2, 2), EachRange(-LongestHandle, LongestHandle)]
    public ImmutableArray<double> Out { get; init; } = [0.0, 0.0];
}
