using System.Numerics;
using Yarnwheel.Core.Masks.Learnt;
using Yarnwheel.Measure.Quality.Edges.Randomised;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>Fits a network to rows of figures of which the share is known.</summary>
/// <remarks>Logistic loss; AdamW (I. Loshchilov, F. Hutter, ICLR 2019) with a rate that rises over the first third and falls to nothing. The same rows and seed give the same network.</remarks>
internal static class PerceptronTrainer
{
    private const int Batch = 2048;
    private const int Parts = 2;
    private const int Rounds = 8;
    private const float Rate = 2e-3f, Decay = 1e-4f;

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
        PerceptronLayer[] layers = [Begun(inputs, hidden, random), Begun(hidden, hidden, random), Begun(hidden, 1, random)];
        var network = new Perceptron(means, deviations, layers);
        var gradients = Enumerable.Range(0, Parts).Select(_ => layers.Select(l => new PerceptronLayer(new float[l.Weights.Length], new float[l.Outputs])).ToArray()).ToArray();
        var first = layers.Select(l => new PerceptronLayer(new float[l.Weights.Length], new float[l.Outputs])).ToArray();
        var second = layers.Select(l => new PerceptronLayer(new float[l.Weights.Length], new float[l.Outputs])).ToArray();
        var order = Enumerable.Range(0, count).ToArray();
        var (steps, step) = (Rounds * (count / Batch), 0);
        for (var round = 0; round < Rounds; round++)
        {
            random.Shuffle(order);
            var loss = new double[Parts];
            for (var at = 0; at + Batch <= count; at += Batch, step++)
            {
                bool[] isWithheld = [.. Enumerable.Range(0, Batch).Select(_ => random.Chance(Withheld))];
                Parallel.For(0, Parts, part => loss[part] += Back(network, gradients[part], part));
                var through = step / (double)steps;
                var rate = Rate * (float)(through < 0.3 ? through / 0.3 : 0.5 * (1 + Math.Cos(Math.PI * (through - 0.3) / 0.7)));
                for (var l = 0; l < layers.Length; l++)
                {
                    Step(layers[l].Weights, [.. gradients.Select(g => g[l].Weights)], first[l].Weights, second[l].Weights, rate, Decay, step + 1);
                    Step(layers[l].Biases, [.. gradients.Select(g => g[l].Biases)], first[l].Biases, second[l].Biases, rate, 0, step + 1);
                }

                double Back(Perceptron network, PerceptronLayer[] gradient, int part)
                {
                    foreach (var layer in gradient)
                    {
                        Array.Clear(layer.Weights);
                        Array.Clear(layer.Biases);
                    }
                    var (sum, figures, scaled) = (0.0, new float[inputs], new float[inputs]);
                    float[] one = new float[hidden], two = new float[hidden], last = new float[1], backOne = new float[hidden], backTwo = new float[hidden];
                    for (var b = part * Batch / Parts; b < (part + 1) * Batch / Parts; b++)
                    {
                        var i = order[at + b];
                        for (var f = 0; f < inputs; f++) figures[f] = (float)rows[(long)i * inputs + f];
                        network.Scale(figures, scaled);
                        if (isWithheld[b]) scaled.AsSpan(own).Clear();
                        layers[0].Sum(scaled, one);
                        Perceptron.Rectify(one);
                        layers[1].Sum(one, two);
                        Perceptron.Rectify(two);
                        layers[2].Sum(two, last);
                        var likely = 1 / (1 + MathF.Exp(-last[0]));
                        sum -= weights[i] * (shares[i] * Math.Log(likely + 1e-9) + (1 - shares[i]) * Math.Log(1 - likely + 1e-9));
                        last[0] = weights[i] * (likely - shares[i]) / Batch;
                        Through(layers[2], gradient[2], two, last, backTwo);
                        Through(layers[1], gradient[1], one, backTwo, backOne);
                        for (var f = 0; f < inputs; f++) PerceptronLayer.Add(scaled[f], backOne, gradient[0].Weights.AsSpan(f * hidden, hidden));
                        PerceptronLayer.Add(1, backOne, gradient[0].Biases);
                    }
                    return sum / Batch;
                }
            }
            Console.Error.WriteLine(FormattableString.Invariant($"round {round + 1}: loss {loss.Sum() / (count / Batch):F4}"));
        }
        return network;
    }

    /// <summary>A layer's own gradient, and what goes back to those sums before it that were above 0.</summary>
    private static void Through(PerceptronLayer layer, PerceptronLayer gradient, float[] from, float[] back, float[] into)
    {
        PerceptronLayer.Add(1, back, gradient.Biases);
        for (var i = 0; i < layer.Inputs; i++)
        {
            into[i] = 0;
            if (from[i] <= 0) continue;
            var row = layer.Weights.AsSpan(i * layer.Outputs, layer.Outputs);
            for (var j = 0; j < row.Length; j++) into[i] += row[j] * back[j];
            PerceptronLayer.Add(from[i], back, gradient.Weights.AsSpan(i * layer.Outputs, layer.Outputs));
        }
    }

    private static void Step(float[] values, float[][] gradients, float[] first, float[] second, float rate, float decay, int step)
    {
        const float keptFirst = 0.9f, keptSecond = 0.999f;
        float one = 1 - MathF.Pow(keptFirst, step), two = 1 - MathF.Pow(keptSecond, step);
        for (var i = 0; i < values.Length; i++)
        {
            var gradient = gradients.Sum(g => g[i]);
            first[i] = keptFirst * first[i] + (1 - keptFirst) * gradient;
            second[i] = keptSecond * second[i] + (1 - keptSecond) * gradient * gradient;
            values[i] -= rate * (first[i] / one / (MathF.Sqrt(second[i] / two) + 1e-8f) + decay * values[i]);
        }
    }

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
