using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>Lays the areas' colour over the grey ground, in linear light.</summary>
/// <remarks>Ground first; then each area in the list's order, over what the areas before it gave, weighted by mask × strength:
/// the "over" of Porter and Duff (1984) with an opaque backdrop.</remarks>
/// <param name="plan">The recipe, ready to draw.</param>
/// <param name="view">The view.</param>
/// <param name="hues">What lifts the greys; null for a flat mix.</param>
/// <param name="masks">Of the areas; null for one that is off.</param>
internal sealed class Composition(RenderPlan plan, ViewPlanes view, HuePlanes? hues, IReadOnlyList<float[]?> masks)
{
    private readonly float[] lightness = view.Base(plan.Recipe.Grey.Basis);
    private readonly Tint? tint = plan.Recipe.Ground is { Tint: null, TintDarks: null } ? null : new Tint(plan.Recipe.Ground.Tint, plan.Recipe.Ground.TintDarks);

    /// <summary>How many floats of scratch a row needs.</summary>
    public static int Scratch(int width) => 5 * width;

    /// <summary>The finished linear light of a row.</summary>
    /// <param name="y">Row.</param>
    /// <param name="light">Receives it.</param>
    /// <param name="scratch">Two rows to work in.</param>
    public void Result(int y, LightRow light, Span<float> scratch)
    {
        var grey = scratch[..view.Width];
        var version = scratch.Slice(view.Width, view.Width);
        Grey(y, grey);
        if (tint is not null) tint.Row(grey, light.Red, light.Green, light.Blue);
        else
        {
            grey.CopyTo(light.Red);
            grey.CopyTo(light.Green);
            grey.CopyTo(light.Blue);
        }
        Channel(y, light.Red, view.Light.Red, grey, version);
        Channel(y, light.Green, view.Light.Green, grey, version);
        Channel(y, light.Blue, view.Light.Blue, grey, version);
    }

    private void Channel(int y, Span<float> into, float[] plane, ReadOnlySpan<float> grey, Span<float> version)
    {
        var photo = plane.AsSpan(y * view.Width, view.Width);
        Blend.Even(into, photo, (float)(plan.Recipe.Ground.Colour / 100));
        for (var k = 0; k < plan.Areas.Count; k++)
        {
            if (masks[k] is not { } mask) continue;
            var area = plan.Areas[k].Area;
            grey.CopyTo(version);
            Blend.Even(version, photo, (float)(area.Colour / 100));
            Blend.Masked(into, version, mask.AsSpan(y * view.Width, view.Width), (float)(area.Strength / 100));
        }
    }

    /// <summary>The grey of a row in linear light.</summary>
    public void Grey(int y, Span<float> grey)
    {
        var basis = lightness.AsSpan(y * view.Width, view.Width);
        if (hues is null)
        {
            GreyKernel.Flat(basis, grey);
            return;
        }
        var turn = hues.Turn.AsSpan(y * view.Width, view.Width);
        var weight = hues.Weight.AsSpan(y * view.Width, view.Width);
        for (var i = 0; i < grey.Length; i++) grey[i] = plan.Curve.AtTurn(turn[i]) * weight[i];
        GreyKernel.Lifted(basis, grey);
    }

    /// <summary>How far each pixel of a row is kept by any area, 0 … 1.</summary>
    public void Kept(int y, Span<float> kept)
    {
        kept.Clear();
        for (var k = 0; k < plan.Areas.Count; k++)
        {
            if (masks[k] is not { } mask) continue;
            var strength = (float)(plan.Areas[k].Area.Strength / 100);
            for (var i = 0; i < kept.Length; i++) kept[i] = MathF.Max(kept[i], mask[y * view.Width + i] * strength);
        }
    }
}
