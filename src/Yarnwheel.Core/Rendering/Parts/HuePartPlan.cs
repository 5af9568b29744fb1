using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By hue.</summary>
internal sealed class HuePartPlan(HuePart part, PhotoSteps steps) : PartPlan(part)
{
    private readonly HuePart part = part;
    private readonly HueOperation hues = new(steps.Judged, 0);

    public override bool LooksAtColours => true;

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        var arc = new HueArc(part);
        var turn = hues.At(drawing, region).Turn;
        var lab = steps.Judged.At(drawing, region).Lab;
        return (y, mask) =>
        {
            var row = lab.Row(y, region);
            arc.Row(turn.Row(y, region), row.A, row.B, mask);
        };
    }
}
