using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Moves a contour outwards or inwards.</summary>
/// <param name="before">The mask before.</param>
/// <param name="grow">Pixels of the full-size photo; − inwards.</param>
internal sealed class GrowOperation(Operation<Plane<float>> before, double grow) : ReducingOperation(before, ContentKey.Of("grow").With($"{grow}"))
{
    /// <summary>Further than this, pixels, it is done on a smaller picture.</summary>
    private const double Furthest = 200;

    protected override double Length(double scale) => Math.Abs(grow) * scale / Furthest;

    protected override int FullHalo(double scale) => MaskShift.Halo(grow * scale);

    protected override void Work(Plane<float> result, Region region, Plane<float> mask, double scale, CancellationToken cancel) => MaskShift.Into(result, region, mask, grow * scale, cancel);
}
