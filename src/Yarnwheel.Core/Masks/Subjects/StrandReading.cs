using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Masks.Strands;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>A gesture read as running along a thin thing, with all that hangs together with it.</summary>
/// <param name="Markings">Of the gesture; where a stroke is wider than the thing, what lies beside that is left open.</param>
/// <param name="Cut">The superpixels that stand for it.</param>
/// <param name="Mask">Of each pixel, the share of it, 0 … 255.</param>
/// <param name="Bounds">Where that lies.</param>
internal sealed record StrandReading(Markings Markings, SuperpixelCut Cut, byte[] Mask, Region Bounds)
{
    /// <summary>A superpixel of which thin things cover this share stands for them.</summary>
    private const float Covered = 0.15f;

    /// <summary>Whether the strokes inside run along a thin thing.</summary>
    public static bool IsThin(CutPicture picture, SubjectPart part) => StrokedStrand.Of(picture.Lab, part) is not null;

    /// <param name="picture">What is known of the picture.</param>
    /// <param name="part">Strokes; where they lie outside, nothing goes on.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>Null where the strokes inside run along nothing thin, or nothing comes of it.</returns>
    public static StrandReading? Of(CutPicture picture, SubjectPart part, CancellationToken cancel)
    {
        if (StrokedStrand.Of(picture.Lab, part) is not { } stroked) return null;
        var markings = Markings.Of(part, picture.Width, picture.Height, picture.Whole);
        var share = StrandSpread.Of(picture.Lab, stroked, Array.ConvertAll(markings.Sides, s => s == Markings.Outside), cancel);
        var mask = Array.ConvertAll(share, a => (byte)(255 * a + 0.5f));
        var bounds = Contours.Bounds(Array.ConvertAll(mask, m => m >= 128), picture.Whole);
        if (bounds.IsEmpty) return null;
        var covered = new float[picture.Superpixels.Count];
        for (var i = 0; i < share.Length; i++) covered[picture.SuperpixelAt(i % picture.Width, i / picture.Width)] += share[i];
        markings = markings.Within(mask);
        // A pixel of the half picture stands for four.
        var inside = covered.Select((sum, k) => sum > Covered * 4 * picture.Sizes[k]).ToArray();
        return new StrandReading(markings, SuperpixelCut.Of(picture, new GestureGround(picture, markings), inside, SubjectReading.Strand), mask, bounds);
    }
}
