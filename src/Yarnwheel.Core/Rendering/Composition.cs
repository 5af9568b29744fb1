using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Rendering.Edges;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>Lays the areas' colour over the grey ground, in linear light.</summary>
/// <remarks>Ground first; then each area in the list's order, over what the areas before it gave, weighted by mask × strength:
/// the "over" of Porter and Duff (1984) with an opaque backdrop. Where an area's fringe is cleaned, its edge pixels are α · F + (1 − α) · B
/// with the area's own colour F and the ground's own B instead of the pixel's mixture.</remarks>
/// <param name="plan">The recipe, ready to draw.</param>
/// <param name="view">What it is composed of.</param>
internal sealed class Composition(RenderPlan plan, RenderedView view)
{
    private readonly Region region = view.Region;
    private readonly double scale = view.Drawing.Scale;
    private readonly IReadOnlyList<RenderedMask?> masks = view.Masks;
    private readonly VignetteOperation? vignette = plan.Recipe.Finish.Vignette.Amount == 0 ? null
        : new VignetteOperation(plan.Recipe.Finish.Vignette, view.Drawing.Photo.Width, view.Drawing.Photo.Height);
    private readonly Tint? tint = plan.Recipe.Ground is { Tint: null, TintDarks: null } ? null : new Tint(plan.Recipe.Ground.Tint, plan.Recipe.Ground.TintDarks);
    private readonly bool anyFringe = view.Masks.Any(m => m?.Fringe is not null);

    /// <summary>How many floats of scratch a row needs.</summary>
    public static int Scratch(int width) => 16 * width;

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
                if (masks[k]?.Fringe is { } fringe) Replace(fringe, y, plan.Areas[k], p => p.Background, ground, groundGrey, scratch);
            Ground(ground, groundGrey, light);
        }
        else
        {
            Ground(photo, grey, light);
        }
        for (var k = 0; k < plan.Areas.Count; k++)
        {
            if (masks[k] is not { } mask) continue;
            var share = mask.Mask.Row(y, region);
            var first = share.IndexOfAnyExcept(0f);
            if (first < 0) continue;
            // Only where it shows at all.
            var length = share.LastIndexOfAnyExcept(0f) + 1 - first;
            var version = Version(plan.Areas[k], mask, y, first, length, grey, scratch).Slice(first, length);
            Blend.Masked(light.Slice(first, length), version, share.Slice(first, length), (float)(plan.Areas[k].Area.Strength / 100));
        }
        vignette?.Row(light, RowPlace.At(region.X, y, scale));
    }

    private void Ground(LightRow photo, ReadOnlySpan<float> grey, LightRow light)
    {
        Fill(light, grey, tint);
        Blend.Even(light, photo, (float)(plan.Recipe.Ground.Colour / 100));
    }

    /// <summary>What an area would look like along a row: its treated colour over its grey, then its tones. Only some columns are drawn.</summary>
    private LightRow Version(AreaPlan area, RenderedMask mask, int y, int first, int length, ReadOnlySpan<float> grey, Span<float> scratch)
    {
        var version = new LightRow(Take(scratch, 5, 3), region.Width);
        var own = Take(scratch, 8, 1);
        view.Lit.Light.Row(y, region).CopyTo(version);
        grey.CopyTo(own);
        if (mask.Fringe is { } fringe) Replace(fringe, y, area, p => p.Foreground, version, own, scratch);
        var drawn = version.Slice(first, length);
        var colour = (float)(area.Area.Colour / 100);
        area.Colour.Row(drawn);
        if (colour < 1)
        {
            var toned = new LightRow(Take(scratch, 9, 3), region.Width).Slice(first, length);
            Fill(toned, own.Slice(first, length), area.Tint);
            Blend.Even(drawn, toned, 1 - colour);
        }
        if (area.Local is not null)
        {
            var before = Take(scratch, 12, 1).Slice(first, length);
            DetailMaps.Lightness(view.Original!.Light.Row(y, region).Slice(first, length), before);
            area.Local.Row(drawn, before, RowPlace.At(region.X + first, y, scale), hazeIsGrey: colour == 0, Take(scratch, 13, 2));
        }
        area.Tones.Row(drawn);
        return version;
    }

    /// <summary>Puts one side's own colour, and its grey, in the place of the mixture at the edge.</summary>
    /// <remarks>The edge's pixels are gathered side by side, so that their greys are found in lanes.</remarks>
    private void Replace(FringeColours fringe, int y, AreaPlan area, Func<EdgePair, Vector3> side, LightRow light, Span<float> grey, Span<float> scratch)
    {
        var share = (float)(area.Area.Edge.Fringe / 100);
        var (places, pairs) = fringe.Row(y, region);
        var own = new LightRow(Take(scratch, 9, 3), region.Width).Slice(0, places.Length);
        for (var k = 0; k < places.Length; k++)
        {
            var x = places[k] - region.X;
            var colour = Vector3.Lerp(new Vector3(light.Red[x], light.Green[x], light.Blue[x]), side(pairs[k]), share);
            (own.Red[k], own.Green[k], own.Blue[k]) = (colour.X, colour.Y, colour.Z);
        }
        Span<float> l = Take(scratch, 12, 1)[..places.Length], a = Take(scratch, 13, 1)[..places.Length], b = Take(scratch, 14, 1)[..places.Length];
        OkLab.FromLinear(own, l, a, b);
        GreyConversion.BaseLightness(plan.Recipe.Grey.Basis, own, l, l);
        if (view.Hues is null)
        {
            GreyKernel.Flat(l, l);
        }
        else
        {
            GreyKernel.Hues(a, b, a, b);
            GreyKernel.Lifted(l, a, b, plan.Curve, l);
        }
        for (var k = 0; k < places.Length; k++)
        {
            var x = places[k] - region.X;
            (light.Red[x], light.Green[x], light.Blue[x], grey[x]) = (own.Red[k], own.Green[k], own.Blue[k], l[k]);
        }
    }

    private static void Fill(LightRow light, ReadOnlySpan<float> grey, Tint? tint)
    {
        if (tint is not null)
        {
            tint.Row(grey, light.Red, light.Green, light.Blue);
            return;
        }
        grey.CopyTo(light.Red);
        grey.CopyTo(light.Green);
        grey.CopyTo(light.Blue);
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
            var strength = (float)(plan.Areas[k].Area.Strength / 100);
            var row = mask.Mask.Row(y, region);
            for (var i = 0; i < kept.Length; i++) kept[i] = MathF.Max(kept[i], row[i] * strength);
        }
    }
}
