using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>How much nearness to what was marked speaks for inside or outside, where colours do not tell.</summary>
/// <remarks>B. Price, B. Morse, S. Cohen, "Geodesic Graph Cut for Interactive Image Segmentation", CVPR 2010: the way from a superpixel to
/// the marks costs the differences of colour along it; the shorter of the two ways wins, the more clearly the more they differ.</remarks>
internal static class NearnessLogOdds
{
    /// <summary>That a step costs besides its difference of colour, OKLab.</summary>
    private const float Step = 0.01f;

    /// <param name="toInside">Cost of the cheapest way from each superpixel to an inside mark.</param>
    /// <param name="toOutside">The same to an outside mark.</param>
    /// <returns>Of each superpixel, −1 (at an outside mark) … 1 (at an inside mark).</returns>
    public static float[] Of(float[] toInside, float[] toOutside) =>
        [.. toInside.Zip(toOutside, (inside, outside) => float.IsInfinity(inside) || float.IsInfinity(outside) || inside + outside <= 0 ? 0 : (outside - inside) / (outside + inside))];

    /// <summary>The differences of colour along the cheapest way to each superpixel, OKLab.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="starts">Superpixels.</param>
    /// <param name="isOpen">Which superpixels a way may lead into; null for all.</param>
    public static float[] Ways(CutPicture picture, IEnumerable<int> starts, Func<int, bool>? isOpen = null) =>
        CheapestWays.From(starts, picture.Neighbours, (a, b) => isOpen?.Invoke(b) == false ? float.PositiveInfinity : Step + (picture.Means[a] - picture.Means[b]).Length());
}
