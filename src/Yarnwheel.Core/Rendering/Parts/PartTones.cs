using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>The greys whose tones a part by light judges: of the luminance, or of the part's own mix.</summary>
internal sealed class PartTones
{
    private readonly WheelCurve curve;
    private readonly BasisOperation basis;
    private readonly HueOperation? hues;

    public PartTones(LightPart part, PhotoSteps steps)
    {
        var mix = part.Grey ?? new GreyMix();
        curve = new WheelCurve(mix.Spokes);
        basis = steps.Basis(mix.Basis);
        hues = curve.IsFlat ? null : steps.Hues(mix.Calm);
    }

    /// <inheritdoc cref="PartPlan.Reach"/>
    public int Reach(double scale) => hues?.Reach(scale) ?? 0;

    /// <summary>Draws rows of them as cube roots of linear light.</summary>
    public RowOfMask Prepare(Drawing drawing, Region region)
    {
        var flat = basis.At(drawing, region);
        if (hues is null) return (y, tones) => flat.Row(y, region).CopyTo(tones);
        var lifted = hues.At(drawing, region);
        return (y, tones) =>
        {
            Span<float> from = flat.Row(y, region), turn = lifted.Turn.Row(y, region), weight = lifted.Weight.Row(y, region);
            for (var i = 0; i < tones.Length; i++) tones[i] = GreyConversion.Lift(from[i], curve.AtTurn(turn[i]) * weight[i]);
        };
    }
}
