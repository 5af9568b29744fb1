using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>A gesture on a picture whose subject is known, with all its readings.</summary>
/// <param name="Picture">That is cut.</param>
/// <param name="Markings">The gesture on it.</param>
/// <param name="Ground">What the gesture says.</param>
/// <param name="Cuts">All readings by colours and contours.</param>
/// <param name="Tree">The picture's regions.</param>
/// <param name="Truth">Of each superpixel, the share of the subject.</param>
internal sealed record WeighedGesture(CutPicture Picture, Markings Markings, GestureGround Ground, SuperpixelCut[] Cuts, RegionTree Tree, float[] Truth)
{
    /// <summary>The same scene by box and two strokes, by box and a stroke inside, by a box; or by two strokes, by one and by a dab, without a box.</summary>
    public static IEnumerable<(string Name, WeighedGesture Gesture)> All(BytePixels photo, float[] alpha, SubjectPart part, bool isBoxed)
    {
        var source = new RenderSource(Pyramid.Build(photo), 1L << 30, null);
        var picture = source.CutPicture(CancellationToken.None);
        foreach (var (name, of) in isBoxed ? ReadingTable.Gestures[..3] : ReadingTable.Gestures[3..])
        {
            var markings = FarBorder.Mark(picture, of(part));
            if (markings.IsEmpty) continue;
            var ground = new GestureGround(picture, markings);
            var cuts = GestureReadings.All(picture, ground, CancellationToken.None);
            yield return (name, new WeighedGesture(picture, markings, ground, cuts, source.RegionTree(CancellationToken.None), Shares(picture, alpha, photo.Width, photo.Height)));
        }
    }

    /// <summary>Intersection over union with the subject, of superpixels.</summary>
    public double Overlap(bool[] inside) => WeighedPlaces.Overlap(Picture, Truth, inside);

    private static float[] Shares(CutPicture picture, float[] alpha, int width, int height)
    {
        var shares = new float[picture.Superpixels.Count];
        for (var y = 0; y < picture.Height; y++)
            for (var x = 0; x < picture.Width; x++) shares[picture.SuperpixelAt(x, y)] += alpha[y * height / picture.Height * width + x * width / picture.Width];
        return [.. shares.Select((s, k) => MathF.Min(1, s / Math.Max(1, 4 * picture.Sizes[k])))];
    }
}
