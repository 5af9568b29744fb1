using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Rendering.Edges;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>What single areas would look like, before they are weighted by their masks.</summary>
/// <param name="plan">The recipe, ready to draw.</param>
/// <param name="view">What it is composed of.</param>
internal sealed class AreaVersions(RenderPlan plan, RenderedView view)
{
    private readonly Region region = view.Region;

    /// <summary>What an area would look like along a row: its treated colour over its grey, then its tones. Only some columns are drawn.</summary>
    public LightRow Of(AreaPlan area, RenderedMask mask, int y, int first, int length, ReadOnlySpan<float> grey, Span<float> scratch)
    {
        var version = new LightRow(Take(scratch, 5, 3), region.Width);
        var drawn = version.Slice(first, length);
        var colour = (float)(area.Area.Colour / 100);
        var own = grey;
        if (mask.Fringe is { } fringe)
        {
            // Its pixels lie anywhere in the row.
            var cleaned = Take(scratch, 8, 1);
            view.Lit.Light.Row(y, region).CopyTo(version);
            grey.CopyTo(cleaned);
            Replace(fringe, y, area, p => p.Foreground, version, cleaned, scratch);
            own = cleaned;
        }
        else if (colour > 0)
        {
            view.Lit.Light.Row(y, region).Slice(first, length).CopyTo(drawn);
        }
        if (colour > 0) area.Colour.Row(drawn);
        if (colour == 0)
        {
            Fill(drawn, own.Slice(first, length), area.Tint);
        }
        else if (colour < 1)
        {
            var toned = new LightRow(Take(scratch, 9, 3), region.Width).Slice(first, length);
            Fill(toned, own.Slice(first, length), area.Tint);
            Blend.Even(drawn, toned, 1 - colour);
        }
        Tones(area, y, first, drawn, hazeIsGrey: colour == 0, scratch);
        return version;
    }

    /// <summary>What an area that works over the others makes of what they gave: greys stay grey, colours are treated as far as they are there.</summary>
    /// <param name="area">The area.</param>
    /// <param name="y">On the picture.</param>
    /// <param name="first">First column that is drawn.</param>
    /// <param name="length">How many.</param>
    /// <param name="below">What the areas before gave.</param>
    /// <param name="coloured">How much of its colour each pixel of it shows, 0 … 1; what is let back in is added.</param>
    /// <param name="scratch">Rows to work in.</param>
    public LightRow Over(AreaPlan area, int y, int first, int length, LightRow below, Span<float> coloured, Span<float> scratch)
    {
        var version = new LightRow(Take(scratch, 5, 3), region.Width);
        var drawn = version.Slice(first, length);
        var colourful = new LightRow(Take(scratch, 9, 3), region.Width).Slice(first, length);
        var share = Take(scratch, 12, 1).Slice(first, length);
        below.Slice(first, length).CopyTo(drawn);
        var back = (float)(area.Area.Colour / 100);
        var there = coloured.Slice(first, length);
        for (var i = 0; i < length; i++) share[i] = 1 - there[i];
        Blend.Masked(drawn, view.Lit.Light.Row(y, region).Slice(first, length), share, back);
        for (var i = 0; i < length; i++) share[i] = there[i] + share[i] * back;
        drawn.CopyTo(colourful);
        area.Colour.Row(colourful);
        if (area.Tint is { } wash)
        {
            var grey = Take(scratch, 8, 1).Slice(first, length);
            for (var i = 0; i < length; i++) grey[i] = Luminance.Of(drawn.Red[i], drawn.Green[i], drawn.Blue[i]);
            wash.Row(grey, drawn.Red, drawn.Green, drawn.Blue);
        }
        Blend.Masked(drawn, colourful, share, 1);
        Tones(area, y, first, drawn, hazeIsGrey: true, scratch);
        return version;
    }

    /// <summary>An area's tones, greys included.</summary>
    private void Tones(AreaPlan area, int y, int first, LightRow drawn, bool hazeIsGrey, Span<float> scratch)
    {
        if (area.Local is not null)
        {
            var before = Take(scratch, 12, 1)[..drawn.Red.Length];
            DetailMaps.Lightness(view.Original!.Light.Row(y, region).Slice(first, drawn.Red.Length), before);
            area.Local.Row(drawn, before, RowPlace.At(region.X + first, y, view.Drawing.Scale), hazeIsGrey, Take(scratch, 13, 2));
        }
        area.Tones.Row(drawn);
    }

    /// <summary>Puts one side's own colour, and its grey, in the place of the mixture at the edge.</summary>
    /// <remarks>The edge's pixels are gathered side by side, so that their greys are found in lanes.</remarks>
    public void Replace(FringeColours fringe, int y, AreaPlan area, Func<EdgePair, Vector3> side, LightRow light, Span<float> grey, Span<float> scratch)
    {
        var share = (float)(area.Area.Edge.Fringe / 100);
        var (places, pairs) = fringe.Row(y, region);
        var own = new LightRow(Take(scratch, 9, 3), region.Width).Slice(0, places.Length);
        for (var k = 0; k < places.Length; k++)
        {
            var x = places[k] - region.X;
            var colour = side(pairs[k]);
            (own.Red[k], own.Green[k], own.Blue[k]) = (Mixed(light.Red[x], colour.X, share), Mixed(light.Green[x], colour.Y, share), Mixed(light.Blue[x], colour.Z, share));
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

    /// <summary>Between two values, rounded in one way on every processor; the library's own interpolation is not.</summary>
    private static float Mixed(float one, float other, float share) => MathF.FusedMultiplyAdd(one, 1 - share, other * share);

    /// <summary>Greys as light, toned or neutral.</summary>
    public static void Fill(LightRow light, ReadOnlySpan<float> grey, Tint? tint)
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
}
