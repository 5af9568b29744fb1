using Yarnwheel.Core.Masks.Learnt;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>Changes a network's weights, each by a step of its own size.</summary>
/// <remarks>AdamW; I. Loshchilov, F. Hutter, "Decoupled weight decay regularization", ICLR 2019.</remarks>
internal sealed class AdaptiveSteps(Perceptron network)
{
    private const float KeptFirst = 0.9f, KeptSecond = 0.999f, Decay = 1e-4f;

    private readonly PerceptronLayer[] first = BackPropagation.Blank(network);
    private readonly PerceptronLayer[] second = BackPropagation.Blank(network);
    private int count;

    /// <param name="gradients">Of parts of the rows, to be summed; of each its layers.</param>
    /// <param name="rate">Largest step, about.</param>
    public void Step(PerceptronLayer[][] gradients, float rate)
    {
        count++;
        for (var l = 0; l < first.Length; l++)
        {
            Step(network.Layers[l].Weights, [.. gradients.Select(g => g[l].Weights)], first[l].Weights, second[l].Weights, rate, Decay);
            Step(network.Layers[l].Biases, [.. gradients.Select(g => g[l].Biases)], first[l].Biases, second[l].Biases, rate, 0);
        }
    }

    private void Step(float[] values, float[][] gradients, float[] mean, float[] square, float rate, float decay)
    {
        float one = 1 - MathF.Pow(KeptFirst, count), two = 1 - MathF.Pow(KeptSecond, count);
        for (var i = 0; i < values.Length; i++)
        {
            var gradient = gradients.Sum(g => g[i]);
            mean[i] = KeptFirst * mean[i] + (1 - KeptFirst) * gradient;
            square[i] = KeptSecond * square[i] + (1 - KeptSecond) * gradient * gradient;
            values[i] -= rate * (mean[i] / one / (MathF.Sqrt(square[i] / two) + 1e-8f) + decay * values[i]);
        }
    }
}
