using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>Lays the areas' colour over the grey ground, in linear light.</summary>
/// <remarks>Ground first; then each area in the list's order, over what the areas before it gave, weighted by mask × strength:
/// the "over" of Porter and Duff (1984) with an opaque backdrop.</remarks>
internal sealed class Composition(RenderPlan plan, ViewPlanes view, IReadOnlyList<float[]?> masks)
{
    private readonly float[] lightness = view.Base(plan.Recipe.Grey.Basis);
    private readonly bool flat = plan.Curve.IsFlat;

    /// <summary>The finished linear light of a row.</summary>
    public void Result(int y, Span<float> red, Span<float> green, Span<float> blue)
    {
        Span<float> grey = new float[view.Width];
        Grey(y, grey);
        var at = y * view.Width;
        var photoRed = view.Light.Red.AsSpan(at, view.Width);
        var photoGreen = view.Light.Green.AsSpan(at, view.Width);
        var photoBlue = view.Light.Blue.AsSpan(at, view.Width);
        var ground = (float)(plan.Recipe.Ground.Colour / 100);
        for (var i = 0; i < grey.Length; i++)
        {
            red[i] = Mix(grey[i], photoRed[i], ground);
            green[i] = Mix(grey[i], photoGreen[i], ground);
            blue[i] = Mix(grey[i], photoBlue[i], ground);
        }
        for (var k = 0; k < plan.Areas.Count; k++)
        {
            if (masks[k] is not { } mask) continue;
            var area = plan.Areas[k].Area;
            var colour = (float)(area.Colour / 100);
            var strength = (float)(area.Strength / 100);
            for (var i = 0; i < grey.Length; i++)
            {
                var weight = mask[at + i] * strength;
                if (weight == 0) continue;
                red[i] = Mix(red[i], Mix(grey[i], photoRed[i], colour), weight);
                green[i] = Mix(green[i], Mix(grey[i], photoGreen[i], colour), weight);
                blue[i] = Mix(blue[i], Mix(grey[i], photoBlue[i], colour), weight);
            }
        }
    }

    /// <summary>The grey of a row in linear light.</summary>
    public void Grey(int y, Span<float> grey)
    {
        var at = y * view.Width;
        for (var i = 0; i < grey.Length; i++)
        {
            var l = lightness[at + i];
            if (!flat) l = GreyConversion.Lift(l, plan.Curve.AtTurn(view.Turn[at + i]) * view.Weight[at + i]);
            grey[i] = l * l * l;
        }
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

    // Written so that weights of exactly 0 and 1 give exactly the one or the other.
    private static float Mix(float from, float to, float share) => from * (1 - share) + to * share;
}
