using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Softens an edge by a Gaussian of half the feather's width.</summary>
/// <param name="before">The mask before.</param>
/// <param name="feather">Pixels of the full-size photo.</param>
internal sealed class FeatherOperation(Operation<Plane<float>> before, double feather) : ReducingOperation(before, ContentKey.Of("feather").With($"{feather}"))
{
    /// <summary>Wider than this standard deviation, pixels, it is done on a smaller picture.</summary>
    private const double Widest = 40;

    protected override double Length(double scale) => Sigma(scale) / Widest;

    protected override int FullHalo(double scale) => GaussianBlur.Halo(Sigma(scale));

    protected override void Work(Plane<float> result, Region region, Plane<float> mask, double scale, CancellationToken cancel) => GaussianBlur.Into(result, region, mask, Sigma(scale), cancel);

    private double Sigma(double scale) => feather / 2 * scale;
}
