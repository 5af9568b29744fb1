using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Web.Pages.Bench;

namespace Yarnwheel.Web.Benches;

/// <summary>The reach and fade of a part by colour go with its shades and fit the photo, until a hand sets them.</summary>
/// <param name="renderer">The photo.</param>
/// <param name="light">Of the recipe.</param>
/// <param name="cancel">Ends the work early.</param>
internal sealed class FittingReach(PhotoRenderer renderer, Light light, CancellationToken cancel)
{
    /// <summary>A part that nothing was picked for yet.</summary>
    public static ColourPart Begun { get; } = (ColourPart)RecipeJson.Parse($$"""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ {{PartKind.Colour.Start}} ] } } ] }""").Areas[0].Mask.Parts[0];

    /// <summary>The fields that change when a part's shades do.</summary>
    /// <param name="before">The part before.</param>
    /// <param name="after">With its new shades.</param>
    /// <returns>None where a hand has set them, or nothing is kept.</returns>
    public IEnumerable<(string Name, double Value)> Of(ColourPart before, ColourPart after) => IsUntouched(before) ? Of(after) : [];

    /// <summary>The fields as they fit.</summary>
    /// <param name="part">Of the photo.</param>
    /// <returns>None where it keeps no shade.</returns>
    public IEnumerable<(string Name, double Value)> Of(ColourPart part) => renderer.Reaches.Of(light, part, cancel) is { } read ? [("reach", read.Reach), ("fade", read.Fade)] : [];

    private bool IsUntouched(ColourPart part) => (part.Reach, part.Fade) == (renderer.Reaches.Of(light, part, cancel) is { } read ? (read.Reach, read.Fade) : (Begun.Reach, Begun.Fade));
}
