using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Rendering.Edges;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering;

/// <summary>Everything that a picture of a region is composed of; each piece covers the region at least.</summary>
/// <param name="Region">What is drawn, pixels at the scale.</param>
/// <param name="Drawing">The picture.</param>
/// <param name="Lit">The photo in its light.</param>
/// <param name="Basis">The lightness of the greys before they are lifted.</param>
/// <param name="Hues">What lifts them; null for a flat mix.</param>
/// <param name="Masks">Of the areas; null for one that is off.</param>
/// <param name="Original">The photo as it came; null where nothing asks for it.</param>
internal sealed record RenderedView(Region Region, Drawing Drawing, LitPlanes Lit, Plane<float> Basis, HuePlanes? Hues, IReadOnlyList<RenderedMask?> Masks, LitPlanes? Original)
{
    /// <param name="plan">The recipe.</param>
    /// <param name="drawing">The picture.</param>
    /// <param name="region">What is drawn.</param>
    /// <param name="lifted">Whether hues lift the greys.</param>
    /// <param name="masked">Whether masks are wanted.</param>
    public static RenderedView Of(RenderPlan plan, Drawing drawing, Region region, bool lifted = true, bool masked = true)
    {
        // Asked for first with all that anything looks at round the region, so that it is drawn once.
        var reach = masked ? plan.Reach(drawing.Scale) : lifted ? plan.Hues?.Reach(drawing.Scale) ?? 0 : 0;
        var wide = region.Widen(reach).Intersect(drawing.Whole);
        var lit = plan.Steps.Lit.At(drawing, wide);
        if (masked && plan.Areas.Any(a => a.Area.On && a.LooksAtColours)) plan.Steps.Judged.At(drawing, wide);
        return new RenderedView(region, drawing, lit, plan.Basis.At(drawing, region), lifted ? plan.Hues?.At(drawing, region) : null,
            masked ? [.. plan.Areas.Select(a => a.Area.On ? RenderedMask.Of(a, drawing, region) : null)] : [],
            masked && plan.Areas.Any(a => a.Local is not null) ? new LitOperation(Treatments.LightPlan.None).At(drawing, region) : null);
    }
}

/// <summary>The finished mask of an area in a region, before its strength.</summary>
/// <param name="Mask">0 … 1; not to be written to.</param>
/// <param name="Fringe">The colours of its edge, or null where the fringe is left alone.</param>
internal sealed record RenderedMask(Plane<float> Mask, FringeColours? Fringe)
{
    public static RenderedMask Of(AreaPlan area, Drawing drawing, Region region) => new(area.Mask.At(drawing, region), area.Fringe?.At(drawing, region));
}
