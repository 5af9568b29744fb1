using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Steepens or eases an edge about its middle.</summary>
/// <param name="before">The mask before.</param>
/// <param name="contrast">−100 … 100.</param>
internal sealed class ContrastOperation(Operation<Plane<float>> before, double contrast) : EdgeOperation(before, ContentKey.Of("contrast").With($"{contrast}"))
{
    protected override int Halo(double scale) => 0;

    protected override void Work(Plane<float> result, Region region, Plane<float> mask, Drawing drawing) => MaskShape.Contrast(result, region, mask, contrast);
}
