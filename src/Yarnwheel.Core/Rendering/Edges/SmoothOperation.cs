using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Rounds a contour's corners and takes its jaggedness away.</summary>
/// <param name="before">The mask before.</param>
/// <param name="smooth">0 … 100.</param>
/// <param name="longer">Longer side of the photo, pixels.</param>
internal sealed class SmoothOperation(Operation<Plane<float>> before, double smooth, int longer) : EdgeOperation(before, ContentKey.Of("smooth").With($"{smooth}"))
{
    protected override int Halo(double scale) => GaussianBlur.Halo(Sigma(scale));

    protected override void Work(Plane<float> result, Region region, Plane<float> mask, Drawing drawing) => MaskShape.Smooth(result, region, mask, Sigma(drawing.Scale), drawing.Cancel);

    private double Sigma(double scale) => MaskShape.Sigma(smooth, longer * scale);
}
