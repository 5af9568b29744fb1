using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Edges;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By subject: cut out of the photo at one size, whatever the view, then fitted to the view's own pixels along its contour; beyond 100 % those of 100 %.</summary>
internal sealed class SubjectPartPlan(SubjectPart part, PhotoSteps steps) : PartPlan(part)
{
    private readonly MagnifiedOperation mask = new(new SubjectOperation(part, steps));

    public override bool LooksAtColours => true;

    public override int Reach(double scale) => mask.Reach(scale);

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        var plane = mask.At(drawing, region);
        return (y, row) => plane.Row(y, region).CopyTo(row);
    }
}
