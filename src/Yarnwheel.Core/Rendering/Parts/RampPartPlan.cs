using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By ramp.</summary>
internal sealed class RampPartPlan(RampPart part) : PartPlan(part)
{
    public override RowOfMask Prepare(MaskScene scene)
    {
        var ramp = new Ramp(part, scene.Source.Photo.Width, scene.Source.Photo.Height);
        var view = scene.View.View;
        return (y, mask) => ramp.Row(RowPlace.At(view.Region.X, view.Region.Y + y, view.Scale), mask);
    }

    private readonly RampPart part = part;
}
