using Yarnwheel.Core.Masks.Learnt;
using Yarnwheel.Measure.Quality.Edges.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>Fits a network to rows of figures of which the share is known.</summary>
/// <remarks>The rate rises over the first third and falls to nothing. The same rows give the same network.</remarks>
internal static class PerceptronTrainer
{
    private const int Batch = 2048;
    private const int Parts = 2;
    private const int Rounds = 8;
    private const float Rate = 2e-3f;
    private const double Rise = 0.3;

    /// <summary>A row's common figures are left out so often, so that places are not known by their gesture.</summary>
    private const double Withheld = 0.15;

    /// <param name="rows">Figures row by row.</param>
    /// <param name="shares">What is to be told of each row, 0 … 1.</param>
    /// <param name="weights">How much each row counts.</param>
    /// <param name="own">So many figures are a place's own, the others common.</param>
    /// <param name="hidden">Sums in each of both hidden layers.</param>
    public static Perceptron Fit(Half[] rows, float[] shares, float[] weights, int own, int hidden)
    {
        var (count, inputs, random) = (shares.Length, rows.Length / shares.Length, new Random(1));
        var (means, deviations) = Moments(rows, inputs);
        var network = new Perceptron(means, deviations, [Begun(inputs, hidden, random), Begun(hidden, hidden, random), Begun(hidden, 1, random)]);
        var steps = new AdaptiveSteps(network);
        var parts = Enumerable.Range(0, Parts).Select(_ => new BackPropagation(network)).ToArray();
        var order = Enumerable.Range(0, count).ToArray();
        var (all, step) = (Rounds * (count / Batch), 0);
        for (var round = 0; round < Rounds; round++)
        {
            random.Shuffle(order);
            var loss = new double[Parts];
            for (var at = 0; at + Batch <= count; at += Batch, step++)
            {
                int[] known = [.. Enumerable.Range(0, Batch).Select(_ => random.Chance(Withheld) ? own : inputs)];
                Parallel.For(0, Parts, part =>
                {
                    parts[part].Clear();
                    for (var b = part * Batch / Parts; b < (part + 1) * Batch / Parts; b++)
                    {
                        var i = order[at + b];
                        loss[part] += parts[part].Add(rows.AsSpan(i * inputs, inputs), known[b], shares[i], weights[i] / Batch);
                    }
                });
                steps.Step([.. parts.Select(p => p.Gradient)], RateAt(step / (double)all));
            }
            Console.Error.WriteLine(FormattableString.Invariant($"round {round + 1}: loss {loss.Sum() / (count / Batch):F4}"));
        }
        return network;
    }

    private static float RateAt(double through) => Rate * (float)(through < Rise ? through / Rise : 0.5 * (1 + Math.Cos(Math.PI * (through - Rise) / (1 - Rise))));

    private static PerceptronLayer Begun(int inputs, int outputs, Random random)
    {
        var most = Math.Sqrt(1.0 / inputs);
        return new PerceptronLayer([.. Enumerable.Range(0, inputs * outputs).Select(_ => (float)random.Within(-most, most))], [.. Enumerable.Range(0, outputs).Select(_ => (float)random.Within(-most, most))]);
    }

    private static (float[] Means, float[] Deviations) Moments(Half[] rows, int inputs)
    {
        double[] sums = new double[inputs], squares = new double[inputs];
        for (var i = 0; i < rows.Length; i++)
        {
            var value = (double)rows[i];
            sums[i % inputs] += value;
            squares[i % inputs] += value * value;
        }
        var count = rows.Length / (double)inputs;
        return ([.. sums.Select(s => (float)(s / count))], [.. squares.Select((s, f) => (float)(Math.Sqrt(Math.Max(0, s / count - sums[f] * sums[f] / count / count)) + 0.01))]);
    }
}
