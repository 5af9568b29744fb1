using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Looks;

/// <summary>Part or all of a take under a name, to be laid on other photos. What is left out says nothing about the photo it is laid on.</summary>
public sealed record Look
{
    /// <summary>Version of the format; always 1.</summary>
    [JsonPropertyName("yarnwheelLook"), JsonRequired, Range(1, 1)]
    public int Version { get; init; } = 1;

    [StringLength(60)]
    public string Name { get; init; } = "Look";

    /// <summary>What it is good for.</summary>
    [StringLength(400)]
    public string? Words { get; init; }

    public Light? Light { get; init; }

    public GreyMix? Grey { get; init; }

    /// <summary>The toning and the colour of what no area claims.</summary>
    public Ground? Ground { get; init; }

    /// <summary>Added to those that are there.</summary>
    [MaxLength(200)]
    public ImmutableArray<Area>? Areas { get; init; }

    public Finish? Finish { get; init; }
}

/// <summary>Which pieces of a take or a look are meant.</summary>
/// <param name="Light">The light of the whole photo.</param>
/// <param name="Grey">The grey mix.</param>
/// <param name="Ground">The toning and the colour of the ground.</param>
/// <param name="Finish">Sharpening and vignette.</param>
/// <param name="Areas">Indices of areas; null for all.</param>
public sealed record LookPieces(bool Light = true, bool Grey = true, bool Ground = true, bool Finish = true, IReadOnlyCollection<int>? Areas = null)
{
    /// <summary>Everything.</summary>
    public static LookPieces All { get; } = new();
}
