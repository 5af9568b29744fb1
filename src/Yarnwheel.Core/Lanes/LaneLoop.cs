using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics.X86;

namespace Yarnwheel.Core.Lanes;

/// <summary>Work on rows of one length, written once for any number of lanes.</summary>
internal interface ILaneKernel
{
    /// <summary>Does the pixels from one to another: a whole number of lanes.</summary>
    void Run<T>(int from, int to) where T : struct, ILanes<T>;

    /// <summary>Whether it is worked on by twice sixteen: for chains in which each operation waits for the one before, short enough for the registers.
    /// Longer ones the compiler would no longer put in place, and they became slower.</summary>
    static virtual bool InPairs => false;

    /// <summary>Whether pixels may be done twice with the same outcome: what is left over at a row's end is then done in full lanes that reach back, not one by one.</summary>
    static virtual bool MayRepeat => false;
}

/// <example><code>
/// private readonly ref struct Doubled(ReadOnlySpan&lt;float&gt; from, Span&lt;float&gt; into) : ILaneKernel
/// {
///     public void Run&lt;T&gt;(int first, int last) where T : struct, ILanes&lt;T&gt;
///     {
///         for (var x = first; x &lt; last; x += T.Count) into.Save(x, from.Load&lt;T&gt;(x) + from.Load&lt;T&gt;(x));
///     }
/// }
/// LaneLoop.Over(new Doubled(from, into), into.Length);
/// </code></example>
/// <summary>Runs kernels in the widest lanes that the processor has, and one by one over what is left.</summary>
internal static class LaneLoop
{
    public static void Over<TKernel>(scoped TKernel kernel, int length) where TKernel : ILaneKernel, allows ref struct
    {
        var at = 0;
        if (Avx512F.IsSupported && Avx2.IsSupported)
        {
            var pairs = TKernel.InPairs ? length & ~(Lanes32.Count - 1) : 0;
            if (pairs > 0) kernel.Run<Lanes32>(0, pairs);
            at = length & ~(Lanes16.Count - 1);
            if (at > pairs) kernel.Run<Lanes16>(pairs, at);
            if (TKernel.MayRepeat && at > 0 && at < length)
            {
                kernel.Run<Lanes16>(length - Lanes16.Count, length);
                return;
            }
        }
        else if (Avx2.IsSupported && Fma.IsSupported)
        {
            at = length & ~(Lanes8.Count - 1);
            if (at > 0) kernel.Run<Lanes8>(0, at);
            if (TKernel.MayRepeat && at > 0 && at < length)
            {
                kernel.Run<Lanes8>(length - Lanes8.Count, length);
                return;
            }
        }
        if (at < length) kernel.Run<Lanes1>(at, length);
    }

    /// <summary>The lanes that start at a place of a row; the loop above never asks for more than there are.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Load<T>(this ReadOnlySpan<float> row, int at) where T : struct, ILanes<T> =>
        T.Load(ref Unsafe.Add(ref MemoryMarshal.GetReference(row), at));

    /// <inheritdoc cref="Load{T}(ReadOnlySpan{float}, int)"/>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Load<T>(this Span<float> row, int at) where T : struct, ILanes<T> =>
        T.Load(ref Unsafe.Add(ref MemoryMarshal.GetReference(row), at));

    /// <summary>Puts lanes where they start in a row.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Save<T>(this Span<float> row, int at, T value) where T : struct, ILanes<T> =>
        T.Store(value, ref Unsafe.Add(ref MemoryMarshal.GetReference(row), at));
}
