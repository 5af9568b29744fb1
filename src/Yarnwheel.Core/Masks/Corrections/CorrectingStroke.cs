using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>The middle of a stroke that was drawn after an answer, as superpixels see it.</summary>
/// <param name="picture">That is cut.</param>
/// <param name="middle">The stroke's middle alone.</param>
internal sealed class CorrectingStroke(CutPicture picture, Markings middle)
{
    /// <summary>A stroke shorter than this share of the box's diagonal mends a detail.</summary>
    private const float Detail = 0.1f;

    private readonly int[] balance = new MarkedSuperpixels(picture, middle).Balance;

    /// <summary>How far it reaches, as a share of the box's diagonal.</summary>
    public float Extent { get; } = middle.Extent();

    /// <summary>1 inside, −1 outside, 0 where it marks nothing in the box.</summary>
    public int Side => Math.Sign(balance.Sum());

    /// <summary>The superpixels that it touches.</summary>
    public IEnumerable<int> Touched => Enumerable.Range(0, balance.Length).Where(k => balance[k] != 0);

    /// <summary>Whether it tells more than it corrects: it is no dab, and most of it lies where the answer is as it says.</summary>
    /// <param name="before">The answer.</param>
    public bool Confirms(SuperpixelCut before) =>
        Extent >= Detail && 2 * Touched.Where(k => balance[k] > 0 == before.IsInside[k]).Sum(k => Math.Abs(balance[k])) > Touched.Sum(k => Math.Abs(balance[k]));
}
