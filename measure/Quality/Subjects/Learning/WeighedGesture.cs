using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>A gesture on a picture whose subject is known, with all its readings.</summary>
/// <param name="Known">The picture and its subject.</param>
/// <param name="Markings">The gesture on it.</param>
/// <param name="Ground">What the gesture says.</param>
/// <param name="Cuts">All readings by colours and contours.</param>
internal sealed record WeighedGesture(KnownPicture Known, Markings Markings, GestureGround Ground, SuperpixelCut[] Cuts)
{
    public CutPicture Picture => Known.Picture;

    public RegionTree Tree => Known.Tree;

    /// <summary>Of each superpixel, the share of the subject.</summary>
    public float[] Truth => Known.Truth;

    /// <summary>The same scene by box and two strokes, by box and a stroke inside, by a box; or by two strokes, by one and by a dab, without a box.</summary>
    public static IEnumerable<(string Name, WeighedGesture Gesture)> All(BytePixels photo, float[] alpha, SubjectPart part, bool isBoxed)
    {
        var known = KnownPicture.Of(photo, alpha);
        foreach (var (name, of) in isBoxed ? ReadingTable.Gestures[..3] : ReadingTable.Gestures[3..])
        {
            var markings = FarBorder.Mark(known.Picture, of(part));
            if (markings.IsEmpty) continue;
            var ground = new GestureGround(known.Picture, markings);
            yield return (name, new WeighedGesture(known, markings, ground, GestureReadings.All(known.Picture, ground, CancellationToken.None)));
        }
    }

    /// <summary>Intersection over union with the subject, of superpixels.</summary>
    public double Overlap(bool[] inside) => WeighedPlaces.Overlap(Picture, Truth, inside);
}
