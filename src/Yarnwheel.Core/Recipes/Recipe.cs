using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using System.Text.Json.Serialization;

namespace Yarnwheel.Core.Recipes;

/// <summary>Everything done to a photo; with the photo it reproduces the picture exactly, at any size.</summary>
public sealed record Recipe
{
    /// <summary>Version of the format; always 1.</summary>
    [JsonPropertyName("yarnwheel"), JsonRequired, Range(1, 1)]
    public int Version { get; init; } = 1;

    /// <summary>The light of the whole photo, balanced before anything else.</summary>
    public Light Light { get; init; } = new();

    /// <summary>Everything that no area claims.</summary>
    public Ground Ground { get; init; } = new();

    /// <summary>The per-hue grey mix.</summary>
    public GreyMix Grey { get; init; } = new();

    /// <summary>Parts of the picture, each laid over those before it.</summary>
    [MaxLength(200)]
    public ImmutableArray<Area> Areas { get; init; } = [];

    /// <summary>What is done to the whole picture at the end.</summary>
    public Finish Finish { get; init; } = new();

    /// <summary>The areas' numbers in the order in which they are laid: those that work over the others come last.</summary>
    public IReadOnlyList<int> LaidOrder() => [.. Enumerable.Range(0, Areas.Length).OrderBy(k => Areas[k].Over)];
}
