using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering;

/// <summary>Draws frames of one photo for the screen; the pieces of each are kept for the next.</summary>
public sealed class Frames
{
    private readonly RenderSource source;

    internal Frames(RenderSource source) => this.source = source;

    /// <summary>Draws a frame.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="view">Within the photo.</param>
    /// <param name="show">What to show.</param>
    /// <param name="area">Index of the area whose mask is shown by <see cref="Show.Mask"/>, <see cref="Show.Kept"/>, <see cref="Show.Veil"/> and the stitch line; null, or one that is not there, for all together.</param>
    /// <param name="hue">The hue that <see cref="Show.Hue"/> lights up, degrees.</param>
    /// <param name="overlay">How the mask is laid over it; null for nothing.</param>
    /// <param name="isHurried">Whether a hand waits for it: edges that are not known yet may be sought on a smaller picture.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>Interleaved 8-bit sRGB, 3 · width · height bytes, row by row.</returns>
    /// <exception cref="RecipeException">A mask picture is not there.</exception>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    /// <example><code>
    /// var pixels = renderer.Frames.Draw(recipe, View.Whole(renderer.Photo), Show.Result);
    /// </code></example>
    public byte[] Draw(Recipe recipe, View view, Show show, int? area = null, double? hue = null, Overlay? overlay = null, bool isHurried = false, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        overlay ??= Overlay.Plain;
        var needs = ShowNeeds.Of(show, overlay, recipe.Areas.Any(a => a is { Over: true, On: true }));
        var plan = RenderPlan.Compile(needs.Lit ? recipe : recipe with { Light = new Light() }, source, isHurried ? view.Scale : null);
        if (area is { } chosen && (chosen < 0 || chosen >= plan.Areas.Count)) area = null;
        var drawing = source.Drawing(view.Scale, view.Region.Area, cancel);
        var finished = needs.Finished && plan.Sharpen is not null ? FinishedPicture.Of(plan, drawing, view.Region, needs.Lifted) : null;
        var isComposed = finished is null;
        var rendered = RenderedView.Of(plan, drawing, view.Region, needs.Lifted && isComposed, needs.Masks && (isComposed || needs.Covered || needs.Stitched));
        var lit = show == Show.Hue && hue is { } degrees ? new HueArc(new HuePart { From = (degrees + 350) % 360, To = (degrees + 10) % 360, Fade = 8, MinChroma = 3 }) : null;
        var coverage = source.Photo.Coverage is { } seen ? AreaSampler.Draw(seen, view.Region, view.Scale, cancel) : null;
        var picture = new FramePicture(new Composition(plan, rendered), rendered, finished, show, needs, overlay, area, lit, coverage);
        var width = view.Region.Width;
        var result = new byte[3 * width * view.Region.Height];
        Rows.Each(view.Region, 3 * width + Composition.Scratch(width), (y, scratch) => picture.Row(y, scratch, result.AsSpan(3 * (y - view.Region.Y) * width, 3 * width)), cancel);
        return result;
    }
}
