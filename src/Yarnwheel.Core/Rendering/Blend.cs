using System.Numerics;

namespace Yarnwheel.Core.Rendering;

/// <summary>Mixes rows of linear light. Vectors and their scalar tail do the same operations in the same order, so both give the same bits.</summary>
internal static class Blend
{
    /// <summary>One value between two; weights of exactly 0 and 1 give exactly the one or the other.</summary>
    public static float Mix(float from, float to, float share) => from * (1 - share) + to * share;

    /// <summary>Lays a row over another with an even weight.</summary>
    /// <param name="into">The backdrop; receives the outcome.</param>
    /// <param name="over">What is laid over it.</param>
    /// <param name="share">0 … 1.</param>
    public static void Even(Span<float> into, ReadOnlySpan<float> over, float share)
    {
        if (share == 0) return;
        if (share == 1)
        {
            over.CopyTo(into);
            return;
        }
        var i = 0;
        var rest = new Vector<float>(1 - share);
        var weight = new Vector<float>(share);
        for (; i <= into.Length - Vector<float>.Count; i += Vector<float>.Count)
            (new Vector<float>(into[i..]) * rest + new Vector<float>(over[i..]) * weight).CopyTo(into[i..]);
        for (; i < into.Length; i++) into[i] = Mix(into[i], over[i], share);
    }

    /// <summary>Lays a row over another, weighted by a mask and a strength.</summary>
    /// <param name="into">The backdrop; receives the outcome.</param>
    /// <param name="over">What is laid over it.</param>
    /// <param name="mask">0 … 1 for each pixel.</param>
    /// <param name="strength">0 … 1.</param>
    public static void Masked(Span<float> into, ReadOnlySpan<float> over, ReadOnlySpan<float> mask, float strength)
    {
        var i = 0;
        var all = new Vector<float>(strength);
        for (; i <= into.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            var share = new Vector<float>(mask[i..]) * all;
            (new Vector<float>(into[i..]) * (Vector<float>.One - share) + new Vector<float>(over[i..]) * share).CopyTo(into[i..]);
        }
        for (; i < into.Length; i++) into[i] = Mix(into[i], over[i], mask[i] * strength);
    }
}
