using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By light: a range or curve over the tones that the part judges.</summary>
internal sealed class LightPartPlan(LightPart part) : PartPlan(part)
{
    private readonly LightPart part = part;

    public override RowOfMask Prepare(MaskScene scene)
    {
        var range = new ToneRange(part);
        var tones = LightTones.Prepare(part, scene);
        return (y, mask) =>
        {
            tones(y, mask);
            range.Row(mask, mask);
        };
    }
}
