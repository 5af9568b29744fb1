using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Subjects.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>Takes lessons from things made at random and from traced photographs, and fits a network to them.</summary>
internal static class Lessons
{
    /// <summary>Seed of the first scene; those that judge have others.</summary>
    private const int First = 1_000_000;

    /// <summary>A gesture's places count by their share of the subject, not more than this.</summary>
    private const float MostWeight = 10;

    /// <param name="path">Where what was learnt is written.</param>
    /// <param name="scenes">How many are made at random.</param>
    /// <param name="times">How often each traced photograph is looked at, each time otherwise; 0 for none of them.</param>
    /// <param name="hidden">Sums in each of both hidden layers.</param>
    /// <param name="of">The lessons of a scene.</param>
    public static void Learn(string path, int scenes, int times, int hidden, Func<SubjectScene, BytePixels, Random, IEnumerable<Lesson?>> of)
    {
        var photographs = times == 0 ? null : RandomPhotographs.All();
        var lessons = new Lesson?[scenes + times * (photographs?.Count ?? 0)][];
        Parallel.For(0, lessons.Length, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, s =>
        {
            var (scene, photo) = s < scenes ? RandomThings.Of(First + s) : photographs!.Of(s - scenes);
            lessons[s] = [.. of(scene, photo, new Random(First + s))];
        });
        Lesson[] known = [.. lessons.SelectMany(l => l).OfType<Lesson>()];
        var mean = known.Sum(l => l.Weights.Sum()) / known.Sum(l => l.Weights.Length);
        var network = PerceptronTrainer.Fit([.. known.SelectMany(l => l.Rows)], [.. known.SelectMany(l => l.Shares)], [.. known.SelectMany(l => l.Weights.Select(w => MathF.Min(MostWeight, w / mean)))], known[0].Own, hidden);
        using var writer = new BinaryWriter(File.Create(path));
        network.Write(writer);
    }
}
