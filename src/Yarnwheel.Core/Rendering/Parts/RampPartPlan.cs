using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By ramp.</summary>
internal sealed class RampPartPlan(RampPart part, PhotoSteps steps) : PartPlan(part)
{
    private readonly RampPart part = part;

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        var ramp = new Ramp(part, steps.Source.Photo.Width, steps.Source.Photo.Height);
        return (y, mask) => ramp.Row(RowPlace.At(region.X, y, drawing.Scale), mask);
    }
}
