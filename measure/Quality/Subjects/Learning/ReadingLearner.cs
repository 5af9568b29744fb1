using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Subjects.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>Learns what speaks how much for a place among the readings of a gesture.</summary>
internal static class ReadingLearner
{
    private const int Hidden = 64;

    /// <param name="path">Where what was learnt is written.</param>
    /// <param name="scenes">How many are made at random.</param>
    /// <param name="times">How often each traced photograph is looked at, each time otherwise; 0 for none of them.</param>
    public static void Learn(string path, int scenes, int times) => Lessons.Learn(path, scenes, times, Hidden, Of);

    private static IEnumerable<Lesson?> Of(SubjectScene scene, BytePixels photo, Random random)
    {
        foreach (var (_, gesture) in WeighedGesture.All(photo, scene.Alpha, RandomGesture.Of(scene, random), isBoxed: true))
        {
            yield return Lesson.Of(gesture.Known, WeighedPlaces.Open(gesture.Ground), PlaceFigures.Of(gesture.Picture, gesture.Ground, gesture.Cuts, gesture.Tree), GestureFigures.Of(gesture.Picture, gesture.Ground, gesture.Cuts),
                k => gesture.Truth[k], random);
        }
    }
}
