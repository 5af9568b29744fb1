using System.Numerics;
using System.Runtime.InteropServices;

namespace Yarnwheel.Core.Masks.Learnt;

/// <summary>One layer of a network: of each output a weighed sum of all inputs.</summary>
/// <param name="Weights">Input by input, of each all outputs.</param>
/// <param name="Biases">Of each output.</param>
internal sealed record PerceptronLayer(float[] Weights, float[] Biases)
{
    public int Inputs => Weights.Length / Biases.Length;

    public int Outputs => Biases.Length;

    /// <param name="from">At least as many as there are inputs.</param>
    /// <param name="into">Gets the sums; at least as many as there are outputs.</param>
    public void Sum(ReadOnlySpan<float> from, Span<float> into)
    {
        Biases.CopyTo(into);
        for (var i = 0; i < Inputs; i++) Add(from[i], Weights.AsSpan(i * Outputs, Outputs), into);
    }

    /// <summary>Adds a multiple of one row to another, value by value.</summary>
    public static void Add(float factor, ReadOnlySpan<float> row, Span<float> into)
    {
        if (factor == 0) return;
        var values = MemoryMarshal.Cast<float, Vector<float>>(row);
        var sums = MemoryMarshal.Cast<float, Vector<float>>(into[..row.Length]);
        for (var j = 0; j < values.Length; j++) sums[j] += factor * values[j];
        for (var j = values.Length * Vector<float>.Count; j < row.Length; j++) into[j] += factor * row[j];
    }
}
