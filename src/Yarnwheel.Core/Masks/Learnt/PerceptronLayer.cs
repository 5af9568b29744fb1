using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Learnt;

/// <summary>One layer of a network: of each output a weighed sum of all inputs.</summary>
/// <param name="Weights">Input by input, of each all outputs.</param>
/// <param name="Biases">Of each output.</param>
internal sealed record PerceptronLayer(float[] Weights, float[] Biases)
{
    /// <summary>Sums made at once, so that none waits for itself.</summary>
    private const int AtOnce = 8;

    public int Inputs => Weights.Length / Biases.Length;

    public int Outputs => Biases.Length;

    /// <summary>The sums of many rows at once.</summary>
    /// <param name="from">Input by input, of each all rows' values.</param>
    /// <param name="into">Gets them, output by output.</param>
    /// <param name="stride">From the values of one input, or output, to those of the next.</param>
    /// <param name="rows">How many.</param>
    /// <param name="isRectified">Whether sums below 0 are to be 0.</param>
    public void Sum(ReadOnlySpan<float> from, Span<float> into, int stride, int rows, bool isRectified) => LaneLoop.Over(new Sums(this, from, into, stride, isRectified ? 0 : float.NegativeInfinity), rows);

    private readonly ref struct Sums(PerceptronLayer layer, ReadOnlySpan<float> from, Span<float> into, int stride, float least) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> from = from;
        private readonly Span<float> into = into;

        public static bool MayRepeat => true;

        public void Run<T>(int first, int last) where T : struct, ILanes<T>
        {
            for (var x = first; x < last; x += T.Count)
            {
                var output = 0;
                for (; output + AtOnce <= layer.Outputs; output += AtOnce) Eight<T>(x, output);
                for (; output < layer.Outputs; output++) One<T>(x, output);
            }
        }

        private void Eight<T>(int x, int output) where T : struct, ILanes<T>
        {
            ref var bias = ref layer.Biases[output];
            T a = T.Of(bias), b = T.Of(Unsafe.Add(ref bias, 1)), c = T.Of(Unsafe.Add(ref bias, 2)), d = T.Of(Unsafe.Add(ref bias, 3));
            T e = T.Of(Unsafe.Add(ref bias, 4)), f = T.Of(Unsafe.Add(ref bias, 5)), g = T.Of(Unsafe.Add(ref bias, 6)), h = T.Of(Unsafe.Add(ref bias, 7));
            ref var weight = ref layer.Weights[output];
            for (var at = x; at < x + layer.Inputs * stride; at += stride)
            {
                var value = from.Load<T>(at);
                a = T.MulAdd(value, T.Of(weight), a);
                b = T.MulAdd(value, T.Of(Unsafe.Add(ref weight, 1)), b);
                c = T.MulAdd(value, T.Of(Unsafe.Add(ref weight, 2)), c);
                d = T.MulAdd(value, T.Of(Unsafe.Add(ref weight, 3)), d);
                e = T.MulAdd(value, T.Of(Unsafe.Add(ref weight, 4)), e);
                f = T.MulAdd(value, T.Of(Unsafe.Add(ref weight, 5)), f);
                g = T.MulAdd(value, T.Of(Unsafe.Add(ref weight, 6)), g);
                h = T.MulAdd(value, T.Of(Unsafe.Add(ref weight, 7)), h);
                weight = ref Unsafe.Add(ref weight, layer.Outputs);
            }
            var floor = T.Of(least);
            var to = output * stride + x;
            into.Save(to, T.Max(a, floor));
            into.Save(to + stride, T.Max(b, floor));
            into.Save(to + 2 * stride, T.Max(c, floor));
            into.Save(to + 3 * stride, T.Max(d, floor));
            into.Save(to + 4 * stride, T.Max(e, floor));
            into.Save(to + 5 * stride, T.Max(f, floor));
            into.Save(to + 6 * stride, T.Max(g, floor));
            into.Save(to + 7 * stride, T.Max(h, floor));
        }

        private void One<T>(int x, int output) where T : struct, ILanes<T>
        {
            var sum = T.Of(layer.Biases[output]);
            for (var input = 0; input < layer.Inputs; input++) sum = T.MulAdd(from.Load<T>(input * stride + x), T.Of(layer.Weights[input * layer.Outputs + output]), sum);
            into.Save(output * stride + x, T.Max(sum, T.Of(least)));
        }
    }
}
