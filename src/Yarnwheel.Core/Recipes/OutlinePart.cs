using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>What lies inside a closed outline of straight and curved (cubic Bézier) pieces.</summary>
public sealed record OutlinePart : MaskPart
{
    [MaxLength(20000)]
    public ImmutableArray<OutlineNode> Nodes { get; init; } = [];

    /// <summary>Width of the soft edge, fraction of the longer side.</summary>
    [Range(0.0, 1.0)]
    public double Softness { get; init; }

    [Range(0.0, 100.0)]
    public double Opacity { get; init; } = 100;

    /// <summary>Where the soft edge lies: −100 inside the outline, 0 across it, 100 outside.</summary>
    [Range(-100.0, 100.0)]
    public double Lean { get; init; }
}

/// <summary>A node and its two handles, as offsets.</summary>
public sealed record OutlineNode : ISelfChecking
{
    /// <summary>The longest handle either way: farther off than any curve that is seen.</summary>
    private const double LongestHandle = 4;

    [Range(-1.0, 2.0)]
    public double X { get; init; }

    [Range(-1.0, 2.0)]
    public double Y { get; init; }

    [Length(2, 2)]
    public ImmutableArray<double> In { get; init; } = [0.0, 0.0];

    [Length(2, 2)]
    public ImmutableArray<double> Out { get; init; } = [0.0, 0.0];

    public string? Fault() => In.Concat(Out).Any(v => Math.Abs(v) > LongestHandle) ? "has a handle (in, out) outside −4 … 4" : null;
}
