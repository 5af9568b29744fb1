using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>What a frame needs drawn, by what it shows and how the mask is laid over it.</summary>
/// <param name="Lit">In the recipe's light, or as the photo came.</param>
/// <param name="Lifted">Whether hues lift the greys.</param>
/// <param name="Masks">Whether the areas' masks are wanted.</param>
/// <param name="Finished">Whether the finished picture is shown, sharpening and all.</param>
/// <param name="Covered">Whether what is not kept is covered by the mask.</param>
/// <param name="Stitched">Whether the mask's contour is drawn.</param>
internal readonly record struct ShowNeeds(bool Lit, bool Lifted, bool Masks, bool Finished, bool Covered, bool Stitched)
{
    /// <param name="show">What is shown.</param>
    /// <param name="overlay">How the mask is laid over it.</param>
    /// <param name="isWorkedOver">Whether an area works over all others.</param>
    public static ShowNeeds Of(Show show, Overlay overlay, bool isWorkedOver)
    {
        var needs = show switch
        {
            Show.Result => new ShowNeeds(true, true, true, true, false, true),
            Show.Flat => new ShowNeeds(true, false, true, true, false, true),
            Show.Veil => new ShowNeeds(true, true, true, true, true, true),
            Show.Grey => new ShowNeeds(true, true, false, false, false, true),
            Show.Colours => new ShowNeeds(true, false, isWorkedOver, false, false, true),
            Show.Original => new ShowNeeds(false, false, false, false, false, false),
            Show.Hue => new ShowNeeds(true, false, false, false, true, false),
            Show.Mask => new ShowNeeds(true, false, true, false, true, true),
            Show.Kept => new ShowNeeds(true, false, true, false, true, true),
            _ => throw new ArgumentOutOfRangeException(nameof(show), show, "nothing says what it needs"),
        };
        var stitched = needs.Stitched && overlay.Stitch;
        return needs with { Stitched = stitched, Masks = needs.Masks || stitched };
    }
}
