using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>Joins the masks of an area's parts.</summary>
/// <remarks>Union max(a, b), difference a·(1 − b), intersection a·b, on soft masks in [0, 1]. The first part starts from nothing.</remarks>
public static class MaskFold
{
    /// <param name="folded">What the parts before gave; receives the outcome.</param>
    /// <param name="part">The part's mask.</param>
    /// <param name="op">How it joins.</param>
    /// <param name="invert">Whether the part is turned inside out first.</param>
    public static void Join(Span<float> folded, ReadOnlySpan<float> part, MaskOp op, bool invert) =>
        LaneLoop.Over(new Kernel(folded, part, op, invert), folded.Length);

    /// <summary>Turns a mask inside out.</summary>
    public static void Invert(Span<float> mask)
    {
        for (var i = 0; i < mask.Length; i++) mask[i] = 1 - mask[i];
    }

    private readonly ref struct Kernel(Span<float> folded, ReadOnlySpan<float> part, MaskOp op, bool invert) : ILaneKernel
    {
        private readonly Span<float> folded = folded;
        private readonly ReadOnlySpan<float> part = part;
        private readonly MaskOp op = op;
        private readonly bool invert = invert;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            var one = T.Of(1);
            for (var i = from; i < to; i += T.Count)
            {
                var value = part.Load<T>(i);
                if (invert) value = one - value;
                var before = folded.Load<T>(i);
                folded.Save(i, op == MaskOp.Add ? T.Max(before, value) : op == MaskOp.Subtract ? before * (one - value) : before * value);
            }
        }
    }
}
