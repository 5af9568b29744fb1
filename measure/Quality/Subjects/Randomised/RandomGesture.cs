using System.Collections.Immutable;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Measure.Quality.Edges.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Randomised;

/// <summary>Boxes and strokes as hands give them: looser, tighter, elsewhere.</summary>
internal static class RandomGesture
{
    private const int Attempts = 200;

    /// <summary>A brush keeps so far from the other side, pixels.</summary>
    private const int Clear = 3;

    /// <summary>The gesture by rule, or one of the same kind with another box, other strokes, another width.</summary>
    public static SubjectPart Of(SubjectScene scene, Random random)
    {
        var rule = scene.Gesture;
        if (random.Chance(0.3) || rule.Box is not { } box) return rule;
        double Room() => random.NextDouble() * random.NextDouble() * 0.12 - 0.02;
        box = new Box { X0 = Math.Max(0, box.X0 - Room()), Y0 = Math.Max(0, box.Y0 - Room()), X1 = Math.Min(1, box.X1 + Room()), Y1 = Math.Min(1, box.Y1 + Room()) };
        // Nearly all of the picture.
        if (random.Chance(0.12)) box = new Box { X0 = 0.3 * box.X0, Y0 = 0.3 * box.Y0, X1 = 0.7 + 0.3 * box.X1, Y1 = 0.7 + 0.3 * box.Y1 };
        return rule with
        {
            Box = box,
            Inside = random.Chance(0.7) ? Moved(rule.Inside, scene, box, a => a > 0.99f, random) : rule.Inside,
            Outside = random.Chance(0.7) ? Moved(rule.Outside, scene, box, a => a < 0.004f, random) : rule.Outside,
            Width = rule.Width * random.Within(0.4, 1),
        };
    }

    private static ImmutableArray<ImmutableArray<StrokePoint>> Moved(ImmutableArray<ImmutableArray<StrokePoint>> strokes, SubjectScene scene, Box box, Func<float, bool> isMeant, Random random)
    {
        for (var attempt = 0; attempt < Attempts && !strokes.IsEmpty; attempt++)
        {
            double x = random.Within(box.X0, box.X1), y = random.Within(box.Y0, box.Y1), angle = random.Within(0, 2 * Math.PI), length = random.Within(0, 0.2);
            double dx = length * Math.Cos(angle), dy = length * Math.Sin(angle);
            if (Enumerable.Range(0, 21).All(k => IsClear((x + dx * k / 20) * scene.Width, (y + dy * k / 20) * scene.Height))) return [[new StrokePoint { X = x, Y = y }, new StrokePoint { X = x + dx, Y = y + dy }]];
        }
        return strokes;

        bool IsClear(double u, double v) => ((ReadOnlySpan<(int X, int Y)>)[(0, 0), (Clear, 0), (-Clear, 0), (0, Clear), (0, -Clear)]).ToArray().All(d =>
        {
            int x = (int)u + d.X, y = (int)v + d.Y;
            return x >= 0 && y >= 0 && x < scene.Width && y < scene.Height && isMeant(scene.Alpha[y * scene.Width + x]);
        });
    }
}
