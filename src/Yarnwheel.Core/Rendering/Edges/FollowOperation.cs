using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Lets a contour follow the photo's own edges.</summary>
/// <param name="before">The mask before.</param>
/// <param name="lit">The photo in its light.</param>
/// <param name="follow">0 … 100.</param>
/// <param name="longer">Longer side of the photo, pixels.</param>
internal sealed class FollowOperation(Operation<Plane<float>> before, LitOperation lit, double follow, int longer) : EdgeOperation(before, ContentKey.Of("follow").With($"{follow}"))
{
    /// <summary>Radius of the band at a follow of 100, as a fraction of the photo's longer side.</summary>
    private const double WidestBand = 0.02;

    protected override int Halo(double scale) => Band(scale) is var band && band >= Least ? EdgeMatte.Halo(band) : 0;

    protected override Plane<float> Work(Plane<float> mask, Drawing drawing) => Band(drawing.Scale) is var band && band >= Least
        ? EdgeMatte.Of(mask, lit.At(drawing, mask.Region).Light.Cut(mask.Region), band, drawing.Cancel).Mask() : mask;

    // Thinner than half a pixel, the band holds nothing.
    private const double Least = 0.5;

    private double Band(double scale) => follow / 100 * Math.Max(4, WidestBand * longer) * scale;
}
