using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Ends an area's string: specks, smooth, follow, grow, feather, contrast, then the colours of the edge.</summary>
/// <param name="edge">Its settings.</param>
/// <param name="scale">Screen pixels a photo pixel.</param>
/// <param name="longer">Longer side of the photo, photo pixels.</param>
internal sealed class EdgeStage(EdgeRefinement edge, double scale, int longer)
{
    /// <summary>Radius of the band at a follow of 100, as a fraction of the photo's longer side.</summary>
    private const double WidestBand = 0.02;

    private readonly double smooth = MaskShape.Sigma(edge.Smooth, longer * scale);
    private readonly double band = edge.Follow / 100 * Math.Max(4, WidestBand * longer) * scale;
    private readonly double grow = edge.Grow * scale;
    private readonly double feather = edge.Feather / 2 * scale;

    /// <summary>How far beyond a region its mask must be known, screen pixels.</summary>
    public int Halo => GaussianBlur.Halo(smooth) + (Follows ? EdgeMatte.Halo(band) : 0) + MaskShift.Halo(grow) + GaussianBlur.Halo(feather)
        + (edge.Fringe > 0 ? EdgeMatte.Halo(0) : 0);

    // Thinner than half a pixel, the band holds nothing.
    private bool Follows => band >= 0.5;

    /// <summary>Refines a mask.</summary>
    /// <param name="mask">As the parts gave it, specks settled, 0 … 1.</param>
    /// <param name="light">Of the same pixels.</param>
    /// <param name="region">Where they lie, at the scale.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The mask, and the matte that holds the colours of its edge, or null when the fringe is left alone.</returns>
    public (float[] Mask, EdgeMatte? Colours) Refine(float[] mask, Planes light, Region region, CancellationToken cancel)
    {
        if (smooth > 0) mask = MaskShape.Smooth(mask, region, smooth, cancel);
        if (Follows) mask = EdgeMatte.Of(mask, light, region, band, cancel).Over(mask);
        if (grow != 0) mask = MaskShift.By(mask, region.Width, region.Height, grow, cancel);
        if (feather > 0) mask = GaussianBlur.Of(mask, region, feather, cancel);
        if (edge.Contrast != 0) mask = MaskShape.Contrast(mask, edge.Contrast);
        Settle(mask);
        return (mask, edge.Fringe > 0 ? EdgeMatte.Of(mask, light, region, 0, cancel).WithAlpha(mask, light) : null);
    }

    /// <summary>What is nothing or all but for rounding becomes so: a region worked on gives what one left alone has.</summary>
    private static void Settle(float[] mask) => Spans.Each(mask.Length, (from, to) =>
    {
        foreach (ref var m in mask.AsSpan(from, to - from)) m = m < 1e-6f ? 0 : m > 1 - 1e-6f ? 1 : m;
    });
}
