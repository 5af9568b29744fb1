using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;

namespace Yarnwheel.Core.Recipes;

/// <summary>The patch of like colour round a seed.</summary>
public sealed record PatchPart : MaskPart
{
    /// <summary>Where it was pressed, in order.</summary>
    [MaxLength(500)]
    public ImmutableArray<PatchSeed> Seeds { get; init; } = [];

    /// <summary>Further channel steps over which it eases to nothing.</summary>
    [Range(0.0, 255.0)]
    public double Fade { get; init; } = 3;

    /// <summary>Whether only what hangs together with the seed counts.</summary>
    public bool Connected { get; init; } = true;
}

/// <summary>Where a patch was pressed, and how wide it reaches.</summary>
public sealed record PatchSeed
{
    /// <summary>As a share of the photo's width.</summary>
    [Range(0.0, 1.0)]
    public double X { get; init; }

    /// <summary>As a share of the photo's height.</summary>
    [Range(0.0, 1.0)]
    public double Y { get; init; }

    /// <summary>Largest channel difference, 8-bit steps.</summary>
    [Range(0.0, 255.0)]
    public double Reach { get; init; } = 15;

    /// <summary>Whether its patch is taken away from those before it.</summary>
    public bool TakeAway { get; init; }
}
