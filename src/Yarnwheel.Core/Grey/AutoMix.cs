using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>Finds the spokes that keep a photo's colour contrasts in its greys.</summary>
/// <remarks>After Lu, Xu and Jia, "Contrast preserving decolorization" (ICCP 2012): of each pair the grey difference is to be the
/// colour difference with either sign (two Gaussians), the sign being free unless one colour is brighter in all channels. Solved by
/// weighing the signs and least squares in turn, from several starts, with a pull towards small and smooth lifts. The two best are improved
/// spoke by spoke on the <see cref="ContrastScore"/> itself; the outcome is never worse than flat.</remarks>
public static class AutoMix
{
    private const int Count = 12;
    private const int Rounds = 5;
    private const double Deviation = 0.04;       // of the two Gaussians, OKLab lightness
    private const int MostPairs = 1800;
    private const int MostLift = 80;

    /// <summary>Twelve even spokes with the lifts found, and how many contrasts they keep.</summary>
    public static (IReadOnlyList<Spoke> Spokes, double Score) Find(GreySamples samples)
    {
        ArgumentNullException.ThrowIfNull(samples);
        var pairs = Informative(samples);
        var flat = new double[Count];
        var starts = Enumerable.Range(0, 3).Select(k => Enumerable.Range(0, Count).Select(j => 0.5 * Math.Cos((j * 30 - k * 120) * Math.PI / 180)).ToArray());
        var found = starts.Append(flat).AsParallel().AsOrdered()
            .Select(start => Solve(samples, pairs, start))
            .SelectMany(x => ((double[])[0.7, 1.3]).Select(size => Spokes(x, size)))
            .Append(Spokes(flat, 1))
            .Select(spokes => (Spokes: spokes, Merit: Merit(samples, spokes)))
            .OrderByDescending(c => c.Merit)
            .Take(2).ToList();
        var best = found.AsParallel().AsOrdered().Select(c => Climb(samples, c.Spokes)).MaxBy(spokes => Merit(samples, spokes))!;
        var score = ContrastScore.Of(samples, new WheelCurve(best));
        var flatScore = ContrastScore.Of(samples, new WheelCurve([]));
        return score >= flatScore ? (best, score) : (Spokes(flat, 1), flatScore);
    }

    /// <summary>Moves single spokes as long as that keeps more contrasts.</summary>
    private static List<Spoke> Climb(GreySamples samples, List<Spoke> spokes)
    {
        var merit = Merit(samples, spokes);
        for (var step = 24; step >= 12; step /= 2)
        {
            for (var round = 0; round < 2; round++)
            {
                var before = merit;
                for (var j = 0; j < 2 * Count; j++)
                {
                    var moved = spokes.ToList();
                    var spoke = moved[j / 2];
                    moved[j / 2] = spoke with { Lift = Math.Clamp(spoke.Lift + (j % 2 == 0 ? step : -step), -MostLift, MostLift) };
                    var reached = Merit(samples, moved);
                    if (reached > merit) (spokes, merit) = (moved, reached);
                }
                if (merit - before < 0.001) break;
            }
        }
        return spokes;
    }

    /// <summary>The score, less a little for a jagged wheel and for large lifts: the mix should still look like this photo.</summary>
    private static double Merit(GreySamples samples, List<Spoke> spokes)
    {
        double jagged = 0, large = 0;
        for (var j = 0; j < Count; j++)
        {
            large += Math.Pow(spokes[j].Lift / 100, 2) / Count;
            jagged += Math.Pow((spokes[j].Lift - (spokes[(j + 1) % Count].Lift + spokes[(j + Count - 1) % Count].Lift) / 2) / 100, 2) / Count;
        }
        return ContrastScore.Of(samples, new WheelCurve(spokes)) - 0.04 * jagged - 0.1 * large;
    }

    private static List<Spoke> Spokes(double[] lifts, double size) =>
        lifts.Select((lift, j) => new Spoke { Hue = j * 30, Lift = Math.Clamp(Math.Round(100 * size * lift), -MostLift, MostLift) }).ToList();

    /// <summary>Pairs that differ in colour at all, evenly thinned.</summary>
    private static List<(int First, int Second, double Target, int Sign)> Informative(GreySamples samples)
    {
        var result = new List<(int, int, double, int)>();
        foreach (var (first, second) in samples.Pairs)
        {
            var a = samples.Ok[first];
            var b = samples.Ok[second];
            var distance = Math.Sqrt(Math.Pow(a.L - b.L, 2) + Math.Pow(a.A - b.A, 2) + Math.Pow(a.B - b.B, 2));
            if (distance < 0.02) continue;
            var p = samples.Light[first];
            var q = samples.Light[second];
            var sign = p.Red >= q.Red && p.Green >= q.Green && p.Blue >= q.Blue ? 1 : p.Red <= q.Red && p.Green <= q.Green && p.Blue <= q.Blue ? -1 : 0;
            result.Add((first, second, distance, sign));
        }
        var step = Math.Max(1, (result.Count + MostPairs - 1) / MostPairs);
        return step == 1 ? result : result.Where((_, i) => i % step == 0).ToList();
    }

    private static double[] Solve(GreySamples samples, List<(int First, int Second, double Target, int Sign)> pairs, double[] start)
    {
        var x = (double[])start.Clone();
        Span<double> row = stackalloc double[Count];
        for (var round = 0; round < Rounds; round++)
        {
            var normal = new double[Count, Count];
            var right = new double[Count];
            foreach (var (first, second, target, sign) in pairs)
            {
                row.Clear();
                Add(row, samples.Turn[first], samples.Weight[first]);
                Add(row, samples.Turn[second], -samples.Weight[second]);
                var base0 = samples.Base[first] - samples.Base[second];
                double now = base0;
                for (var j = 0; j < Count; j++) now += row[j] * x[j];
                // How likely the grey difference is the positive one of the two.
                var positive = sign != 0 ? (sign > 0 ? 1 : 0)
                    : 1 / (1 + Math.Exp(Math.Clamp((Math.Pow(now - target, 2) - Math.Pow(now + target, 2)) / (2 * Deviation * Deviation), -50, 50)));
                var wanted = target * (2 * positive - 1) - base0;
                for (var j = 0; j < Count; j++)
                {
                    if (row[j] == 0) continue;
                    right[j] += row[j] * wanted;
                    for (var k = 0; k < Count; k++) normal[j, k] += row[j] * row[k];
                }
            }
            Regularise(normal);
            x = LinearSystem.Solve(normal, right);
            for (var j = 0; j < Count; j++) x[j] = Math.Clamp(x[j], -1, 1);
        }
        return x;
    }

    /// <summary>The two spokes beside a hue share its weight.</summary>
    private static void Add(Span<double> row, float turn, float weight)
    {
        var position = turn * Count;
        var left = (int)position % Count;
        var t = position - MathF.Floor(position);
        row[left] += weight * (1 - t);
        row[(left + 1) % Count] += weight * t;
    }

    private static void Regularise(double[,] normal)
    {
        double trace = 0;
        for (var j = 0; j < Count; j++) trace += normal[j, j];
        var small = 0.02 * trace / Count + 1e-6;
        var smooth = 0.02 * trace / Count;
        for (var j = 0; j < Count; j++)
        {
            normal[j, j] += small + 2 * smooth;
            normal[j, (j + 1) % Count] -= smooth;
            normal[j, (j + Count - 1) % Count] -= smooth;
        }
    }
}
