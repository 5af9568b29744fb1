using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>The greys whose tones a part by light judges: of the luminance, or of the part's own mix.</summary>
internal static class LightTones
{
    /// <summary>Draws rows of them as cube roots of linear light.</summary>
    public static RowOfMask Prepare(LightPart part, MaskScene scene)
    {
        var view = scene.View;
        var mix = part.Grey ?? new GreyMix();
        var basis = view.Base(mix.Basis);
        var curve = new WheelCurve(mix.Spokes);
        if (curve.IsFlat) return (y, tones) => basis.AsSpan(y * view.Width, view.Width).CopyTo(tones);
        var hues = HuePlanes.Of(view, mix.Calm, scene.Pieces, scene.Cancel);
        return (y, tones) =>
        {
            var at = y * view.Width;
            for (var i = 0; i < tones.Length; i++)
                tones[i] = GreyConversion.Lift(basis[at + i], curve.AtTurn(hues.Turn[at + i]) * hues.Weight[at + i]);
        };
    }
}
