using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Edges.Randomised;
using Yarnwheel.Measure.Quality.Subjects.Things;

namespace Yarnwheel.Measure.Quality.Subjects.Randomised;

/// <summary>Things of several parts and colours made at random, before and beside others: what reading a gesture is learnt from without a look at the scenes that judge.</summary>
internal static class RandomThings
{
    /// <summary>Least share of the picture that a thing must have, and the most.</summary>
    private const double Least = 0.01, Most = 0.6;

    /// <param name="seed">The same gives the same.</param>
    /// <returns>Three of four are things of several parts; the others are thin, mixed or in many pieces, as edges are judged by (<see cref="RandomScenes"/>).</returns>
    public static (SubjectScene Scene, BytePixels Photo) Of(int seed)
    {
        if (seed % 4 == 3 && Fine(seed) is { } fine) return fine;
        var whole = Whole(seed);
        return (whole, whole.Photo);
    }

    private static (SubjectScene Scene, BytePixels Photo)? Fine(int seed)
    {
        var (scene, capture, _) = RandomScenes.Of(100_000 + seed);
        if (!scene.Alpha.Any(a => a > 0.99f)) return null;
        return (SubjectScene.Of($"at random {seed}", [], scene.Width, scene.Height, scene.Alpha, isCompact: false), capture.Photo(scene));
    }

    private static SubjectScene Whole(int seed)
    {
        for (var attempt = 0; ; attempt++)
        {
            var random = new Random(seed * 7907 + 17 + 1_000_003 * attempt);
            var (width, height) = random.Chance(0.5) ? (480, 330) : random.Chance(0.5) ? (400, 400) : (330, 480);
            if (random.Chance(0.2)) (width, height) = (2 * width, 2 * height);
            var picture = new ThingPicture(width, height, random.Next(), fine: 2);
            var dyes = Enumerable.Range(0, 2 + random.Next(4)).Select(_ => RandomGrounds.Colour(random)).ToArray();
            RandomSurroundings.Behind(picture, random, dyes);
            var (plan, others) = (RandomPlan.Of(random, dyes, Math.Min(width, height)), random.Chance(0.4) ? 0 : 1 + random.Next(4));
            for (var k = 0; k < others; k++)
            {
                // Like beside like, or something else.
                var other = random.Chance(0.4) ? plan with { Turn = plan.Turn + random.Within(-0.3, 0.3), Size = plan.Size * random.Within(0.6, 1.2) } : RandomPlan.Of(random, dyes, Math.Min(width, height));
                other.Paint(picture, width * random.Within(0, 1), height * random.Within(0, 1), isThing: false, random.Chance(0.3) ? random.Within(1, 8) : 0);
            }
            double x = width * random.Within(0.3, 0.7), y = height * random.Within(0.3, 0.7);
            if (random.Chance(0.4)) picture.Shadow(x + random.Within(-0.3, 0.5) * plan.Size, y + random.Within(0, 0.9) * plan.Size, plan.Size * random.Within(0.6, 1.4), plan.Size * random.Within(0.2, 1.2), (float)random.Within(0.2, 0.7));
            // Several of a kind may be meant together.
            for (var k = random.Chance(0.2) ? 1 + random.Next(4) : 0; k > 0; k--)
                (plan with { Turn = plan.Turn + random.Within(-1, 1), Size = plan.Size * random.Within(0.5, 1) }).Paint(picture, x + random.Within(-2, 2) * plan.Size, y + random.Within(-2, 2) * plan.Size, isThing: true, 0);
            plan.Paint(picture, x, y, isThing: true, 0);
            if (random.Chance(0.6)) Round(picture, x, y, plan.Size, random.Within(0, 2 * Math.PI), (float)random.Within(0.1, 0.8));
            if (random.Chance(0.2)) RandomSurroundings.Before(picture, random, dyes);
            if (random.Chance(0.4)) picture.Shade(random.Within(0, 2 * Math.PI), (float)random.Within(0.2, 1.2));
            var share = picture.Alpha.Sum() / picture.Alpha.Length;
            if (share < Least || share > Most || !picture.Alpha.Any(a => a > 0.99f)) continue;
            var isDim = random.Chance(0.15);
            return SubjectScenes.Photographed($"at random {seed}", picture.Light, picture.Alpha, width, height, plan.IsCompact, isDim ? (float)random.Within(0.08, 0.5) : 1,
                isDim ? random.Within(3, 12) : random.Within(0.5, 5), random.Next(40, 95));
        }
    }

    /// <summary>Light falls on the thing from one side.</summary>
    private static void Round(ThingPicture p, double x, double y, double size, double angle, float depth)
    {
        var (sin, cos) = Math.SinCos(angle);
        for (var i = 0; i < p.Alpha.Length; i++)
        {
            var along = (float)Math.Clamp(((i % p.Width - x) * cos + (i / p.Width - y) * sin) / size, -1, 1);
            for (var c = 0; c < 3; c++) p.Light[3 * i + c] *= 1 + depth * along * p.Alpha[i];
        }
    }
}
