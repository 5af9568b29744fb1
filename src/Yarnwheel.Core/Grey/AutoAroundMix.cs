using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>Finds the spokes that make the surroundings of a kept subject recede: calmer, and a larger tonal step away from it.</summary>
/// <remarks>Least squares over the ground's samples: each lightness is drawn towards one tone that lies away from the subject's, near it
/// more than far off, with a pull towards small lifts. Both the darker and the lighter tone are tried; the one with the larger
/// step between subject and ground wins.</remarks>
public static class AutoAroundMix
{
    private const int Count = 12;
    private const double Away = 0.22;            // OKLab lightness

    /// <param name="samples">The photo's.</param>
    /// <param name="kept">How far each sample is kept, 0 … 1.</param>
    /// <returns>Twelve even spokes, or null where nothing or everything is kept.</returns>
    public static IReadOnlyList<Spoke>? Find(GreySamples samples, IReadOnlyList<float> kept)
    {
        ArgumentNullException.ThrowIfNull(samples);
        ArgumentNullException.ThrowIfNull(kept);
        double subject = 0, subjectWeight = 0, ground = 0, groundWeight = 0;
        for (var i = 0; i < kept.Count; i++)
        {
            subject += kept[i] * samples.Ok[i].L;
            subjectWeight += kept[i];
            ground += (1 - kept[i]) * samples.Base[i];
            groundWeight += 1 - kept[i];
        }
        if (subjectWeight < 1 || groundWeight < 1) return null;
        subject /= subjectWeight;
        ground /= groundWeight;

        var best = ((IReadOnlyList<Spoke> Spokes, double Step)?)null;
        foreach (var direction in (int[])[-1, 1])
        {
            var tone = Math.Clamp(ground + direction * Away, 0.12, 0.9);
            var spokes = Solve(samples, kept, tone);
            var greys = samples.Greys(new WheelCurve(spokes));
            double mean = 0;
            for (var i = 0; i < kept.Count; i++) mean += (1 - kept[i]) * greys[i] / groundWeight;
            var step = Math.Abs(mean - subject);
            if (best is null || step > best.Value.Step) best = (spokes, step);
        }
        return best!.Value.Spokes;
    }

    private static List<Spoke> Solve(GreySamples samples, IReadOnlyList<float> kept, double tone)
    {
        var normal = new double[Count, Count];
        var right = new double[Count];
        double total = 0;
        for (var i = 0; i < kept.Count; i++)
        {
            var share = 1 - kept[i];
            if (share <= 0 || samples.Weight[i] <= 0) continue;
            var position = samples.Turn[i] * Count;
            var left = (int)position % Count;
            var next = (left + 1) % Count;
            var t = position - Math.Floor(position);
            double a = samples.Weight[i] * (1 - t), b = samples.Weight[i] * t;
            var wanted = tone - samples.Base[i];
            normal[left, left] += share * a * a;
            normal[next, next] += share * b * b;
            normal[left, next] += share * a * b;
            normal[next, left] += share * a * b;
            right[left] += share * a * wanted;
            right[next] += share * b * wanted;
            total += share * (a * a + b * b);
        }
        var pull = 0.05 * total / Count + 1e-6;
        for (var j = 0; j < Count; j++)
        {
            normal[j, j] += 2 * pull;
            normal[j, (j + 1) % Count] -= pull / 2;
            normal[j, (j + Count - 1) % Count] -= pull / 2;
        }
        return LinearSystem.Solve(normal, right)
            .Select((lift, j) => new Spoke { Hue = j * 30, Lift = Math.Round(Math.Clamp(100 * lift, -100, 100)) }).ToList();
    }
}
