using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By light: the tone is that of the luminance, or of the part's own grey mix.</summary>
internal sealed class LightPartPlan(LightPart part) : PartPlan(part)
{
    public override RowOfMask Prepare(MaskScene scene)
    {
        var range = new ToneRange(part);
        var view = scene.View;
        var mix = part.Grey ?? new GreyMix();
        var basis = view.Base(mix.Basis);
        var curve = new WheelCurve(mix.Spokes);
        if (curve.IsFlat) return (y, mask) => range.Row(basis.AsSpan(y * view.Width, view.Width), mask);
        var hues = HuePlanes.Of(view, mix.Calm, scene.Pieces, scene.Cancel);
        return (y, mask) =>
        {
            var at = y * view.Width;
            for (var i = 0; i < mask.Length; i++)
                mask[i] = GreyConversion.Lift(basis[at + i], curve.AtTurn(hues.Turn[at + i]) * hues.Weight[at + i]);
            range.Row(mask, mask);
        };
    }

    private readonly LightPart part = part;
}
