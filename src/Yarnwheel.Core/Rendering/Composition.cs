using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>Lays the areas' colour over the grey ground, in linear light.</summary>
/// <remarks>Ground first; then each area in the list's order, over what the areas before it gave, weighted by mask × strength:
/// the "over" of Porter and Duff (1984) with an opaque backdrop.</remarks>
/// <param name="plan">The recipe, ready to draw.</param>
/// <param name="view">The view.</param>
/// <param name="hues">What lifts the greys; null for a flat mix.</param>
/// <param name="masks">Of the areas; null for one that is off.</param>
/// <param name="photo">The whole photo.</param>
internal sealed class Composition(RenderPlan plan, ViewPlanes view, HuePlanes? hues, IReadOnlyList<float[]?> masks, Pyramid photo)
{
    private readonly float[] lightness = view.Base(plan.Recipe.Grey.Basis);
    private readonly VignetteOperation? vignette = plan.Recipe.Finish.Vignette.Amount == 0 ? null
        : new VignetteOperation(plan.Recipe.Finish.Vignette, photo.Width, photo.Height);
    private readonly Tint? tint = plan.Recipe.Ground is { Tint: null, TintDarks: null } ? null : new Tint(plan.Recipe.Ground.Tint, plan.Recipe.Ground.TintDarks);

    /// <summary>How many floats of scratch a row needs.</summary>
    public static int Scratch(int width) => 7 * width;

    /// <summary>The finished linear light of a row.</summary>
    /// <param name="y">Row.</param>
    /// <param name="light">Receives it.</param>
    /// <param name="scratch">Four rows to work in.</param>
    public void Result(int y, LightRow light, Span<float> scratch)
    {
        var grey = scratch[..view.Width];
        var version = new LightRow(scratch[view.Width..], view.Width);
        var photo = view.Light.Row(y);
        Grey(y, grey);
        Fill(light, grey, tint);
        Even(light, photo, (float)(plan.Recipe.Ground.Colour / 100));
        for (var k = 0; k < plan.Areas.Count; k++)
        {
            if (masks[k] is not { } mask) continue;
            Version(plan.Areas[k], photo, grey, version);
            var share = mask.AsSpan(y * view.Width, view.Width);
            var strength = (float)(plan.Areas[k].Area.Strength / 100);
            Blend.Masked(light.Red, version.Red, share, strength);
            Blend.Masked(light.Green, version.Green, share, strength);
            Blend.Masked(light.Blue, version.Blue, share, strength);
        }
        vignette?.Row(light, view.View.Region, y, view.View.Scale);
    }

    /// <summary>What an area would look like everywhere: its treated colour over its grey, then its tones.</summary>
    private static void Version(AreaPlan area, LightRow photo, ReadOnlySpan<float> grey, LightRow version)
    {
        var colour = (float)(area.Area.Colour / 100);
        photo.Red.CopyTo(version.Red);
        photo.Green.CopyTo(version.Green);
        photo.Blue.CopyTo(version.Blue);
        area.Colour.Row(version);
        if (colour < 1)
        {
            if (area.Tint is null)
            {
                Blend.Even(version.Red, grey, 1 - colour);
                Blend.Even(version.Green, grey, 1 - colour);
                Blend.Even(version.Blue, grey, 1 - colour);
            }
            else
            {
                var toned = new LightRow(new float[3 * grey.Length], grey.Length);
                area.Tint.Row(grey, toned.Red, toned.Green, toned.Blue);
                Even(version, toned, 1 - colour);
            }
        }
        area.Tones.Row(version);
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

    private static void Even(LightRow into, LightRow over, float share)
    {
        Blend.Even(into.Red, over.Red, share);
        Blend.Even(into.Green, over.Green, share);
        Blend.Even(into.Blue, over.Blue, share);
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
