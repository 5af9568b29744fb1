using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By light: a range or curve over the tones of the part's own grey.</summary>
internal sealed class LightPartPlan(LightPart part, PhotoSteps steps) : PartPlan(part)
{
    private readonly LightPart part = part;
    private readonly PartTones shown = new(part, steps);

    public override int Reach(double scale) => shown.Reach(scale);

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        var range = new ToneRange(part);
        var tones = shown.Prepare(drawing, region);
        return (y, mask) =>
        {
            tones(y, mask);
            range.Row(mask, mask);
        };
    }
}
