using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>Lays the areas' colour over the grey ground, in linear light.</summary>
/// <remarks>Ground first; then each area in the list's order, over what the areas before it gave, weighted by mask × strength:
/// the "over" of Porter and Duff (1984) with an opaque backdrop; last the areas that work over the others. Where an area's fringe is cleaned, its edge pixels are α · F + (1 − α) · B
/// with the area's own colour F and the ground's own B instead of the pixel's mixture.</remarks>
/// <param name="plan">The recipe, ready to draw.</param>
/// <param name="view">What it is composed of.</param>
internal sealed class Composition(RenderPlan plan, RenderedView view)
{
    private readonly Region region = view.Region;
    private readonly AreaVersions versions = new(plan, view);
    private readonly IReadOnlyList<RenderedMask?> masks = view.Masks;
    private readonly VignetteOperation? vignette = plan.Recipe.Finish.Vignette.Amount == 0 ? null
        : new VignetteOperation(plan.Recipe.Finish.Vignette, view.Drawing.Photo.Width, view.Drawing.Photo.Height);
    private readonly Tint? tint = plan.Recipe.Ground is { Tint: null, TintDarks: null } ? null : new Tint(plan.Recipe.Ground.Tint, plan.Recipe.Ground.TintDarks);
    private readonly bool isWorkedOver = view.Masks.Count > 0 && plan.Over.Any(k => plan.Areas[k].Area.On);
    private readonly bool anyFringe = view.Masks.Any(m => m?.Fringe is not null);

    /// <summary>How many floats of scratch a row needs.</summary>
    public static int Scratch(int width) => 17 * width;

    /// <summary>The finished linear light of a row.</summary>
    /// <param name="y">On the picture.</param>
    /// <param name="light">Receives it.</param>
    /// <param name="scratch">Rows to work in.</param>
    public void Result(int y, LightRow light, Span<float> scratch)
    {
        var grey = Take(scratch, 0, 1);
        var photo = view.Lit.Light.Row(y, region);
        Grey(y, grey);
        if (anyFringe)
        {
            var ground = new LightRow(Take(scratch, 1, 3), region.Width);
            var groundGrey = Take(scratch, 4, 1);
            photo.CopyTo(ground);
            grey.CopyTo(groundGrey);
            for (var k = 0; k < plan.Areas.Count; k++)
                if (masks[k]?.Fringe is { } fringe) versions.Replace(fringe, y, plan.Areas[k], p => p.Background, ground, groundGrey, scratch);
            Ground(ground, groundGrey, light);
        }
        else
        {
            Ground(photo, grey, light);
        }
        Lay(y, plan.Order, light, grey, (float)(plan.Recipe.Ground.Colour / 100), scratch);
        vignette?.Row(light, RowPlace.At(region.X, y, view.Drawing.Scale));
    }

    /// <summary>A row with all its colours, and what works over all of it.</summary>
    /// <inheritdoc cref="Result"/>
    public void Colours(int y, LightRow light, Span<float> scratch)
    {
        view.Lit.Light.Row(y, region).CopyTo(light);
        if (isWorkedOver) Lay(y, plan.Over, light, [], 1, scratch);
    }

    /// <summary>Lays areas over a row.</summary>
    /// <param name="y">On the picture.</param>
    /// <param name="order">Which.</param>
    /// <param name="light">Over what; receives the outcome.</param>
    /// <param name="grey">Of the row.</param>
    /// <param name="colour">How much of its colour the row shows, 0 … 1.</param>
    /// <param name="scratch">Rows to work in.</param>
    private void Lay(int y, IReadOnlyList<int> order, LightRow light, ReadOnlySpan<float> grey, float colour, Span<float> scratch)
    {
        var coloured = isWorkedOver ? Take(scratch, 16, 1) : [];
        coloured.Fill(colour);
        foreach (var k in order)
        {
            if (masks[k] is not { } mask) continue;
            var area = plan.Areas[k];
            var share = mask.Mask.Row(y, region);
            var first = share.IndexOfAnyExcept(0f);
            if (first < 0) continue;
            // Only where it shows at all.
            var length = share.LastIndexOfAnyExcept(0f) + 1 - first;
            var strength = (float)(area.Area.Strength / 100);
            var version = area.Area.Over ? versions.Over(area, y, first, length, light, coloured, scratch) : versions.Of(area, mask, y, first, length, grey, scratch);
            Blend.Masked(light.Slice(first, length), version.Slice(first, length), share.Slice(first, length), strength);
            if (!isWorkedOver) continue;
            var own = (float)(area.Area.Colour / 100);
            Colour(coloured.Slice(first, length), share.Slice(first, length), area.Area.Over ? strength * own : strength, area.Area.Over ? 1 : own);
        }
    }

    private void Ground(LightRow photo, ReadOnlySpan<float> grey, LightRow light)
    {
        AreaVersions.Fill(light, grey, tint);
        Blend.Even(light, photo, (float)(plan.Recipe.Ground.Colour / 100));
    }

    /// <summary>Notes how much colour an area leaves.</summary>
    private static void Colour(Span<float> coloured, ReadOnlySpan<float> share, float strength, float colour)
    {
        for (var i = 0; i < coloured.Length; i++) coloured[i] += (colour - coloured[i]) * share[i] * strength;
    }

    private Span<float> Take(Span<float> scratch, int first, int count) => scratch.Slice(first * region.Width, count * region.Width);

    /// <summary>The grey of a row in linear light.</summary>
    public void Grey(int y, Span<float> grey)
    {
        var basis = view.Basis.Row(y, region);
        if (view.Hues is not { } hues)
        {
            GreyKernel.Flat(basis, grey);
            return;
        }
        GreyKernel.Lifted(basis, hues.Turn.Row(y, region), hues.Weight.Row(y, region), plan.Curve, grey);
    }

    /// <summary>How far each pixel of a row is kept by any area, 0 … 1.</summary>
    public void Kept(int y, Span<float> kept)
    {
        kept.Clear();
        for (var k = 0; k < plan.Areas.Count; k++)
        {
            if (masks[k] is not { } mask) continue;
            var keeps = plan.Areas[k].Keeps;
            if (keeps == 0) continue;
            var row = mask.Mask.Row(y, region);
            for (var i = 0; i < kept.Length; i++) kept[i] = MathF.Max(kept[i], row[i] * keeps);
        }
    }
}
