using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By hue.</summary>
internal sealed class HuePartPlan(HuePart part) : PartPlan(part)
{
    public override RowOfMask Prepare(MaskScene scene)
    {
        var arc = new HueArc(part);
        var view = scene.View;
        var hues = HuePlanes.Of(view, 0, scene.Pieces, scene.Cancel);
        return (y, mask) => arc.Row(hues.Turn.AsSpan(y * view.Width, view.Width), view.Lab.A.AsSpan(y * view.Width, view.Width), view.Lab.B.AsSpan(y * view.Width, view.Width), mask);
    }

    private readonly HuePart part = part;
}
