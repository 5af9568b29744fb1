using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering;

/// <summary>The finished picture of a region, sharpened if the recipe says so. Beyond 100 %, sharpening is done at 100 % and shown larger.</summary>
internal static class FinishedPicture
{
    /// <param name="plan">The recipe.</param>
    /// <param name="drawing">The picture.</param>
    /// <param name="region">What is drawn.</param>
    /// <param name="lifted">Whether hues lift the greys.</param>
    /// <returns>Linear light that covers the region at least; it may be written to.</returns>
    public static LightPlanes Of(RenderPlan plan, Drawing drawing, Region region, bool lifted = true)
    {
        if (plan.Sharpen is not { } sharpen) return Composed(plan, drawing, region, lifted);
        if (drawing.Scale > 1)
        {
            var full = drawing.At(1);
            var small = Of(plan, full, SquareSampler.Covered(region, drawing.Scale, full.Whole), lifted);
            return SquareSampler.Draw(small, region, drawing.Scale, full.Whole, drawing.Cancel);
        }
        var picture = Composed(plan, drawing, drawing.Widen(region, sharpen.Halo(drawing.Scale)), lifted);
        sharpen.Apply(picture, drawing.Scale, drawing.Cancel);
        return picture;
    }

    /// <summary>Gives the rows of a region away one by one, from any thread; they are kept only where sharpening looks at their neighbours.</summary>
    /// <param name="plan">The recipe.</param>
    /// <param name="drawing">The picture, at 100 % or below.</param>
    /// <param name="region">What is drawn.</param>
    /// <param name="row">Receives each row's number and its light; may write over it.</param>
    public static void Give(RenderPlan plan, Drawing drawing, Region region, RowOfLight row)
    {
        if (plan.Sharpen is not null)
        {
            var picture = Of(plan, drawing, region);
            Rows.Each(region, y => row(y, picture.Row(y, region)), drawing.Cancel);
            return;
        }
        var composition = new Composition(plan, RenderedView.Of(plan, drawing, region));
        Rows.Each(region, 3 * region.Width + Composition.Scratch(region.Width), (y, scratch) =>
        {
            var light = new LightRow(scratch, region.Width);
            composition.Result(y, light, scratch.AsSpan(3 * region.Width));
            row(y, light);
        }, drawing.Cancel);
    }

    private static LightPlanes Composed(RenderPlan plan, Drawing drawing, Region region, bool lifted)
    {
        var composition = new Composition(plan, RenderedView.Of(plan, drawing, region, lifted));
        var picture = new LightPlanes(region, drawing.Arena);
        Rows.Each(region, Composition.Scratch(region.Width), (y, scratch) => composition.Result(y, picture.Row(y), scratch), drawing.Cancel);
        return picture;
    }
}
