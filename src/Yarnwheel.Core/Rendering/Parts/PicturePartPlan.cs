using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By picture: a grey picture laid over the photo.</summary>
internal sealed class PicturePartPlan(PicturePart part) : PartPlan(part)
{
    public override RowOfMask Prepare(MaskScene scene)
    {
        var view = scene.View.View;
        var picture = AreaSampler.Draw(scene.Source.Picture(part.Asset), view.Region, view.Scale, scene.Cancel);
        return (y, mask) => picture.Red.AsSpan(y * picture.Width, picture.Width).CopyTo(mask);
    }

    private readonly PicturePart part = part;
}
