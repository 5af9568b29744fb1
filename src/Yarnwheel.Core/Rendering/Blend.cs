using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Rendering;

/// <summary>Mixes rows of linear light: from · (1 − share) + to · share, so that shares of exactly 0 and 1 give exactly the one or the other.</summary>
internal static class Blend
{
    /// <summary>Lays a row over another with an even weight.</summary>
    /// <param name="into">The backdrop; receives the outcome.</param>
    /// <param name="over">What is laid over it.</param>
    /// <param name="share">0 … 1.</param>
    public static void Even(Span<float> into, ReadOnlySpan<float> over, float share)
    {
        if (share == 0) return;
        if (share == 1) over.CopyTo(into);
        else LaneLoop.Over(new EvenKernel(into, over, share), into.Length);
    }

    /// <summary>Lays a row over another, weighted by a mask and a strength.</summary>
    /// <param name="into">The backdrop; receives the outcome.</param>
    /// <param name="over">What is laid over it.</param>
    /// <param name="mask">0 … 1 for each pixel.</param>
    /// <param name="strength">0 … 1.</param>
    public static void Masked(Span<float> into, ReadOnlySpan<float> over, ReadOnlySpan<float> mask, float strength) =>
        LaneLoop.Over(new MaskedKernel(into, over, mask, strength), into.Length);

    /// <inheritdoc cref="Even(Span{float}, ReadOnlySpan{float}, float)"/>
    public static void Even(LightRow into, LightRow over, float share)
    {
        Even(into.Red, over.Red, share);
        Even(into.Green, over.Green, share);
        Even(into.Blue, over.Blue, share);
    }

    /// <inheritdoc cref="Masked(Span{float}, ReadOnlySpan{float}, ReadOnlySpan{float}, float)"/>
    public static void Masked(LightRow into, LightRow over, ReadOnlySpan<float> mask, float strength)
    {
        Masked(into.Red, over.Red, mask, strength);
        Masked(into.Green, over.Green, mask, strength);
        Masked(into.Blue, over.Blue, mask, strength);
    }

    private readonly ref struct EvenKernel(Span<float> into, ReadOnlySpan<float> over, float share) : ILaneKernel
    {
        private readonly Span<float> into = into;
        private readonly ReadOnlySpan<float> over = over;
        private readonly float share = share;

        public static bool InPairs => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count) into.Save(i, into.Load<T>(i) * T.Of(1 - share) + over.Load<T>(i) * T.Of(share));
        }
    }

    private readonly ref struct MaskedKernel(Span<float> into, ReadOnlySpan<float> over, ReadOnlySpan<float> mask, float strength) : ILaneKernel
    {
        private readonly Span<float> into = into;
        private readonly ReadOnlySpan<float> over = over;
        private readonly ReadOnlySpan<float> mask = mask;
        private readonly float strength = strength;

        public static bool InPairs => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var share = mask.Load<T>(i) * T.Of(strength);
                into.Save(i, into.Load<T>(i) * (T.Of(1) - share) + over.Load<T>(i) * share);
            }
        }
    }
}
