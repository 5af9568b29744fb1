using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Learnt;

/// <summary>A network of fully joined layers that says something of each row of figures: how likely a thing is, or several at once.</summary>
/// <remarks>Layers of rectified sums; D. Rumelhart, G. Hinton, R. Williams, "Learning representations by back-propagating errors", Nature 323, 1986. Sums are made in the order of the figures,
/// so that they are the same whatever the width of lanes and the number of threads.</remarks>
internal sealed class Perceptron
{
    /// <summary>Figures farther from their mean than so many deviations count as that far.</summary>
    public const float Farthest = 4;

    /// <summary>A thread's.</summary>
    private const int RowsAtOnce = 512;

    /// <summary>Side by side. No power of two: rows that begin at the same place of a page wait for one another.</summary>
    private const int RowsAbreast = 80;

    private readonly int widest;

    /// <param name="means">Of each figure, over what was learnt from.</param>
    /// <param name="deviations">Of each figure, above 0.</param>
    /// <param name="layers">In their order; the last one's outputs are the network's.</param>
    /// <exception cref="ArgumentException">They don't fit.</exception>
    public Perceptron(float[] means, float[] deviations, IReadOnlyList<PerceptronLayer> layers)
    {
        (Means, Deviations, Layers) = (means, deviations, layers);
        if (means.Length != deviations.Length || layers.Count == 0 || layers[0].Inputs != means.Length || layers.Zip(layers.Skip(1)).Any(p => p.First.Outputs != p.Second.Inputs)) throw new ArgumentException("A network's layers must fit its figures.", nameof(layers));
        widest = layers.Max(l => Math.Max(l.Inputs, l.Outputs));
    }

    public float[] Means { get; }

    public float[] Deviations { get; }

    public IReadOnlyList<PerceptronLayer> Layers { get; }

    /// <summary>Figures a row.</summary>
    public int Inputs => Means.Length;

    /// <summary>What is said of a row.</summary>
    public int Outputs => Layers[^1].Outputs;

    /// <summary>Of a network with one output, of each row the natural logarithm of the odds.</summary>
    /// <param name="figures">Row by row.</param>
    /// <param name="cancel">Ends the work early.</param>
    public float[] LogOdds(float[] figures, CancellationToken cancel)
    {
        var count = figures.Length / Inputs;
        var result = new float[count * Outputs];
        Rows.Each((count + RowsAtOnce - 1) / RowsAtOnce, block =>
        {
            int from = block * RowsAtOnce, rows = Math.Min(RowsAtOnce, count - from);
            Of(figures.AsSpan(from * Inputs, rows * Inputs), result.AsSpan(from * Outputs, rows * Outputs));
        }, cancel);
        return result;
    }

    /// <summary>The same of a few rows, on the thread that asks.</summary>
    /// <param name="figures">Row by row.</param>
    /// <param name="said">Receives all outputs, row by row.</param>
    public void Of(ReadOnlySpan<float> figures, Span<float> said)
    {
        Span<float> from = stackalloc float[widest * RowsAbreast], into = stackalloc float[widest * RowsAbreast];
        for (var left = figures.Length / Inputs; left > 0; left -= RowsAbreast)
        {
            var rows = Math.Min(RowsAbreast, left);
            // Rows side by side, so that each is a lane.
            for (var row = 0; row < rows; row++)
                for (var i = 0; i < Inputs; i++) from[i * RowsAbreast + row] = figures[row * Inputs + i];
            for (var i = 0; i < Inputs; i++) Scale(from.Slice(i * RowsAbreast, rows), i);
            for (var layer = 0; layer < Layers.Count; layer++)
            {
                Layers[layer].Sum(from, into, RowsAbreast, rows, isRectified: layer < Layers.Count - 1);
                var next = from;
                from = into;
                into = next;
            }
            for (var row = 0; row < rows; row++)
                for (var i = 0; i < Outputs; i++) said[row * Outputs + i] = from[i * RowsAbreast + row];
            figures = figures[(rows * Inputs)..];
            said = said[(rows * Outputs)..];
        }
    }

    /// <summary>Figures as the first layer takes them: how many deviations from their mean.</summary>
    /// <param name="values">Of several rows.</param>
    /// <param name="figure">Which of them.</param>
    public void Scale(Span<float> values, int figure)
    {
        float mean = Means[figure], deviation = Deviations[figure];
        foreach (ref var value in values) value = Math.Clamp((value - mean) / deviation, -Farthest, Farthest);
    }

    /// <summary>Reads what <see cref="Write"/> wrote.</summary>
    /// <param name="reader">At its beginning.</param>
    /// <param name="outputs">How many are expected.</param>
    /// <exception cref="InvalidDataException">It is something else.</exception>
    public static Perceptron Read(BinaryReader reader, int outputs = 1)
    {
        var inputs = reader.ReadInt32();
        float[] means = Floats(inputs), deviations = Floats(inputs);
        var layers = new PerceptronLayer[Checked(reader.ReadInt32())];
        for (var k = 0; k < layers.Length; k++)
        {
            var own = reader.ReadInt32();
            layers[k] = new PerceptronLayer(Floats(Checked(inputs) * Checked(own)), Floats(own));
            inputs = own;
        }
        return layers[^1].Outputs == outputs ? new Perceptron(means, deviations, layers) : throw Other();

        float[] Floats(int count)
        {
            var values = new float[Checked(count)];
            for (var i = 0; i < values.Length; i++) values[i] = reader.ReadSingle();
            return values;
        }

        static int Checked(int count) => count is > 0 and < 1 << 20 ? count : throw Other();

        static InvalidDataException Other() => new("No network of this kind.");
    }

    /// <summary>Number of figures, their means and deviations, number of layers; of each its outputs, weights (input by input) and biases. 32-bit whole numbers and floats, little-endian.</summary>
    public void Write(BinaryWriter writer)
    {
        writer.Write(Inputs);
        Put(Means);
        Put(Deviations);
        writer.Write(Layers.Count);
        foreach (var layer in Layers)
        {
            writer.Write(layer.Outputs);
            Put(layer.Weights);
            Put(layer.Biases);
        }

        void Put(float[] values)
        {
            foreach (var value in values) writer.Write(value);
        }
    }
}
