using System.Numerics;
using System.Runtime.InteropServices;
using Yarnwheel.Core.Masks.Learnt;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>How the loss over some rows changes with each weight of a network: the logistic loss of what it says of each row, summed.</summary>
/// <remarks>D. Rumelhart, G. Hinton, R. Williams, "Learning representations by back-propagating errors", Nature 323, 1986.</remarks>
internal sealed class BackPropagation
{
    private readonly Perceptron network;

    // What goes into each layer, and what comes back to it; the last is what comes out.
    private readonly float[][] values;
    private readonly float[][] back;

    public BackPropagation(Perceptron network)
    {
        this.network = network;
        values = [.. network.Layers.Select(l => new float[l.Inputs]), new float[1]];
        back = [.. values.Select(v => new float[v.Length])];
        Gradient = Blank(network);
    }

    /// <summary>Of each layer.</summary>
    public PerceptronLayer[] Gradient { get; }

    /// <summary>Layers of the same size with nothing in them.</summary>
    public static PerceptronLayer[] Blank(Perceptron network) => [.. network.Layers.Select(l => new PerceptronLayer(new float[l.Weights.Length], new float[l.Outputs]))];

    /// <summary>Forgets all rows.</summary>
    public void Clear()
    {
        foreach (var layer in Gradient)
        {
            Array.Clear(layer.Weights);
            Array.Clear(layer.Biases);
        }
    }

    /// <summary>Adds a row.</summary>
    /// <param name="row">Its figures.</param>
    /// <param name="known">So many of them are given, the others left out.</param>
    /// <param name="share">What is to be told of it, 0 … 1.</param>
    /// <param name="weight">How much it counts.</param>
    /// <returns>Its loss.</returns>
    public double Add(ReadOnlySpan<Half> row, int known, float share, float weight)
    {
        for (var f = 0; f < known; f++)
        {
            values[0][f] = (float)row[f];
            network.Scale(values[0].AsSpan(f, 1), f);
        }
        values[0].AsSpan(known).Clear();
        var last = network.Layers.Count - 1;
        for (var l = 0; l <= last; l++)
        {
            Sum(network.Layers[l], values[l], values[l + 1], isRectified: l < last);
        }
        var likely = 1 / (1 + MathF.Exp(-values[^1][0]));
        back[^1][0] = weight * (likely - share);
        for (var l = last; l >= 0; l--) Through(l);
        return -weight * (share * Math.Log(likely + 1e-9) + (1 - share) * Math.Log(1 - likely + 1e-9));
    }

    /// <summary>A layer's own gradient, and what goes back to those sums before it that were above 0.</summary>
    private void Through(int l)
    {
        var (layer, gradient, from, own) = (network.Layers[l], Gradient[l], values[l], back[l + 1]);
        Increase(1, own, gradient.Biases);
        for (var i = 0; i < layer.Inputs; i++)
        {
            Increase(from[i], own, gradient.Weights.AsSpan(i * layer.Outputs, layer.Outputs));
            // Figures need no gradient of their own.
            if (l > 0) back[l][i] = from[i] <= 0 ? 0 : Product(layer.Weights.AsSpan(i * layer.Outputs, layer.Outputs), own);
        }
    }

    /// <summary>A layer's sums of one row.</summary>
    private static void Sum(PerceptronLayer layer, ReadOnlySpan<float> from, Span<float> into, bool isRectified)
    {
        layer.Biases.CopyTo(into);
        for (var i = 0; i < layer.Inputs; i++) Increase(from[i], layer.Weights.AsSpan(i * layer.Outputs, layer.Outputs), into);
        if (!isRectified) return;
        foreach (ref var sum in into) sum = MathF.Max(0, sum);
    }

    /// <summary>Adds a multiple of one row to another, value by value.</summary>
    private static void Increase(float factor, ReadOnlySpan<float> row, Span<float> into)
    {
        if (factor == 0) return;
        var values = MemoryMarshal.Cast<float, Vector<float>>(row);
        var sums = MemoryMarshal.Cast<float, Vector<float>>(into[..row.Length]);
        for (var j = 0; j < values.Length; j++) sums[j] += factor * values[j];
        for (var j = values.Length * Vector<float>.Count; j < row.Length; j++) into[j] += factor * row[j];
    }

    private static float Product(ReadOnlySpan<float> row, ReadOnlySpan<float> other)
    {
        ReadOnlySpan<Vector<float>> one = MemoryMarshal.Cast<float, Vector<float>>(row), two = MemoryMarshal.Cast<float, Vector<float>>(other);
        var sums = Vector<float>.Zero;
        for (var j = 0; j < one.Length; j++) sums += one[j] * two[j];
        var sum = Vector.Sum(sums);
        for (var j = one.Length * Vector<float>.Count; j < row.Length; j++) sum += row[j] * other[j];
        return sum;
    }
}
