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

    public Light Light { get; init; } = new();

    public Ground Ground { get; init; } = new();

    public GreyMix Grey { get; init; } = new();

    [MaxLength(200)]
    public ImmutableArray<Area> Areas { get; init; } = [];

    public Finish Finish { get; init; } = new();

    /// <summary>The areas' numbers in the order in which they are laid: those that work over the others come last.</summary>
    public IReadOnlyList<int> LaidOrder() => [.. Enumerable.Range(0, Areas.Length).OrderBy(k => Areas[k].Over)];
}
