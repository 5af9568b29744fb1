using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By picture: a grey picture laid over the photo.</summary>
internal sealed class PicturePartPlan(PicturePart part, PhotoSteps steps) : PartPlan(part)
{
    private readonly PicturePart part = part;

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        var picture = AreaSampler.Draw(steps.Source.Picture(part.Asset, drawing.Cancel), region, drawing.Scale, drawing.Cancel);
        return (y, mask) => picture.Row(y).Red.CopyTo(mask);
    }
}
