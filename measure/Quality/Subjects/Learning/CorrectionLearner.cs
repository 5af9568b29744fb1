using Yarnwheel.Core.Masks.Corrections;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Edges.Randomised;
using Yarnwheel.Measure.Quality.Subjects.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>Learns what speaks how much for a place going with a stroke that corrects an answer: corrects answers at random, stroke after stroke, by colours or as the program does with what it learnt before.</summary>
internal static class CorrectionLearner
{
    private const int Hidden = 48;

    /// <summary>Strokes after each answer.</summary>
    private const int Corrections = 4;

    /// <param name="path">Where what was learnt is written.</param>
    /// <param name="scenes">How many are made at random.</param>
    /// <param name="times">How often each traced photograph is looked at, each time otherwise; 0 for none of them.</param>
    public static void Learn(string path, int scenes, int times) => Lessons.Learn(path, scenes, times, Hidden, Of);

    private static IEnumerable<Lesson?> Of(SubjectScene scene, BytePixels photo, Random random)
    {
        var known = KnownPicture.Of(photo, scene.Alpha);
        var picture = known.Picture;
        Func<RegionTree> tree = () => known.Tree;
        var part = ReadingTable.Gestures[random.Next(ReadingTable.Corrected)].Of(RandomGesture.Of(scene, random));
        var markings = FarBorder.Mark(picture, part);
        if (markings.IsEmpty) yield break;
        var answer = GestureReadings.Of(picture, new GestureGround(picture, markings), tree, CancellationToken.None)[0];
        for (var k = 0; k < Corrections; k++)
        {
            var next = RandomCorrection.Of(Mask(picture, answer), known.Alpha, picture.Width, picture.Height, part, random);
            if (ReferenceEquals(next, part)) yield break;
            part = next;
            markings = FarBorder.Mark(picture, part);
            var ground = new GestureGround(picture, markings);
            var stroke = new CorrectingStroke(picture, Markings.Of(GestureTurns.MiddleOfLast(part), picture.Width, picture.Height, markings.Box));
            if (GestureTurns.Before(part) is null || (GestureTurns.MayTell(part) && stroke.Confirms(answer)))
            {
                answer = GestureReadings.Of(picture, ground, tree, CancellationToken.None)[0];
                continue;
            }
            var correction = new Correction(picture, ground, answer, stroke);
            var (byColours, places) = CorrectedAnswer.Both(correction, tree, answer.Reading, CancellationToken.None);
            var pieces = AnswerPieces.Of(correction);
            yield return Lesson.Of(known, correction.Open(), CorrectionFigures.Of(correction, pieces, byColours, places, known.Tree), CorrectingFigures.Of(correction, pieces, byColours, places),
                s => correction.IsAdding ? known.Truth[s] : 1 - known.Truth[s], random);
            answer = random.Chance(0.5) ? byColours : CorrectedAnswer.ByPlaces(correction, tree, answer.Reading, CancellationToken.None);
        }
    }

    /// <summary>Of each pixel of the picture that is cut, 0 or 1.</summary>
    private static float[] Mask(CutPicture picture, SuperpixelCut answer) =>
        [.. Enumerable.Range(0, picture.Width * picture.Height).Select(i => answer.IsInside[picture.SuperpixelAt(i % picture.Width, i / picture.Width)] ? 1f : 0)];
}
