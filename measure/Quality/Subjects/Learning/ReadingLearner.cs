using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Subjects.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>Learns from things made at random and from traced photographs what speaks how much for a place.</summary>
internal static class ReadingLearner
{
    private const int Hidden = 64;

    /// <summary>Seed of the first scene; those that judge have others.</summary>
    private const int First = 1_000_000;

    private const int Gestures = 3;

    /// <summary>Places of a gesture that are learnt from at most.</summary>
    private const int MostPlaces = 500;

    /// <summary>A gesture's places count by their share of the subject, not more than this.</summary>
    private const float MostWeight = 10;

    private sealed record Lesson(Half[] Rows, float[] Shares, float[] Weights, int Own);

    /// <param name="path">Where what was learnt is written.</param>
    /// <param name="scenes">How many are made at random.</param>
    /// <param name="times">How often each traced photograph is looked at, each time otherwise; 0 for none of them.</param>
    public static void Learn(string path, int scenes, int times)
    {
        var photographs = times == 0 ? null : RandomPhotographs.All();
        var lessons = new Lesson?[Gestures * (scenes + times * (photographs?.Count ?? 0))];
        Parallel.For(0, lessons.Length / Gestures, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, s =>
        {
            var (scene, photo) = s < scenes ? RandomThings.Of(First + s) : photographs!.Of(s - scenes);
            Lessons(scene, photo, new Random(First + s)).ToArray().CopyTo(lessons, Gestures * s);
        });
        Lesson[] known = [.. lessons.OfType<Lesson>()];
        var mean = known.Sum(l => l.Weights.Sum()) / known.Sum(l => l.Weights.Length);
        var network = PerceptronTrainer.Fit([.. known.SelectMany(l => l.Rows)], [.. known.SelectMany(l => l.Shares)], [.. known.SelectMany(l => l.Weights.Select(w => MathF.Min(MostWeight, w / mean)))], known[0].Own, Hidden);
        using var writer = new BinaryWriter(File.Create(path));
        network.Write(writer);
    }

    private static IEnumerable<Lesson> Lessons(SubjectScene scene, BytePixels photo, Random random)
    {
        foreach (var (_, gesture) in WeighedGesture.All(photo, scene.Alpha, RandomGesture.Of(scene, random), isBoxed: true))
        {
            var (open, figures) = (WeighedPlaces.Open(gesture.Ground), PlaceFigures.Of(gesture.Picture, gesture.Ground, gesture.Cuts, gesture.Tree));
            var all = open.Length;
            random.Shuffle(open);
            open = [.. open.Take(MostPlaces)];
            if (open.Length == 0) continue;
            var subject = gesture.Truth.Select((t, k) => t * gesture.Picture.Sizes[k]).Sum();
            yield return new Lesson([.. figures.Rows(open, GestureFigures.Of(gesture.Picture, gesture.Ground, gesture.Cuts)).Select(v => (Half)v)], [.. open.Select(k => gesture.Truth[k])],
                [.. open.Select(k => gesture.Picture.Sizes[k] * all / (open.Length * MathF.Max(1, subject)))], figures.Count);
        }
    }
}
