using System.Text.Json;
using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>What is done to a place by painting over it: an area by brush that works over all others, at a modest strength.</summary>
/// <param name="Code">For scripts and keys.</param>
/// <param name="Words">On its button.</param>
/// <param name="Key">After the key that opens the rest.</param>
/// <param name="Hint">What it does.</param>
/// <param name="Start">The area that the first stroke begins, JSON, without its mask.</param>
public sealed record LocalWork(string Code, string Words, string Key, string Hint, string Start)
{
    public static IReadOnlyList<LocalWork> All { get; } =
    [
        new("lighten", "lighten", "H", "Paint what is to become lighter, grey or in colour", """{"name":"Lightened","over":true,"colour":0,"strength":50,"treat":{"exposure":1}}"""),
        new("darken", "darken", "D", "Paint what is to become darker, grey or in colour", """{"name":"Darkened","over":true,"colour":0,"strength":50,"treat":{"exposure":-1}}"""),
        new("more-colour", "more colour", "M", "Paint where more colour is wanted: what is grey gets some of its own back", """{"name":"More colour","over":true,"colour":100,"strength":50,"treat":{"saturation":40}}"""),
        new("less-colour", "less colour", "C", "Paint where less colour is wanted", """{"name":"Less colour","over":true,"colour":0,"strength":50,"treat":{"saturation":-100}}"""),
        new("warmer", "warmer", "W", "Paint colours that are to become warmer; greys stay grey", """{"name":"Warmer","over":true,"colour":0,"strength":50,"treat":{"warmth":50}}"""),
    ];

    /// <summary>What the page's scripts know: what each begins with, by code.</summary>
    public static string ForScripts { get; } = new JsonObject(All.Select(w => KeyValuePair.Create(w.Code, JsonNode.Parse(w.Start)))).ToJsonString();

    private readonly (int, int, int) direction = Direction(JsonSerializer.Deserialize<Area>(Start, JsonSerializerOptions.Web)!);

    /// <summary>The last area by brush that does this work already; null for none.</summary>
    public int? AreaIn(Recipe recipe)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        for (var k = recipe.Areas.Length - 1; k >= 0; k--)
            if (recipe.Areas[k] is { Over: true, On: true, Mask.Parts: [BrushPart, ..] } area && Direction(area) == direction) return k;
        return null;
    }

    private static (int, int, int) Direction(Area area) => (Math.Sign(area.Treat.Exposure), Math.Sign(area.Treat.Saturation), Math.Sign(area.Treat.Warmth));
}
