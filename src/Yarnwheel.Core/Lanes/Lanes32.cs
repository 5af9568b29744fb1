using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;

namespace Yarnwheel.Core.Lanes;

/// <summary>Thirty-two floats at a time: sixteen, and sixteen more. A kernel is a chain of operations of which each waits for the one before; meanwhile the
/// processor works on the other sixteen.</summary>
/// <remarks>Written out, though each half is as in <see cref="Lanes16"/>: the compiler puts only so many operations in place, and would be through with half of them.</remarks>
internal readonly struct Lanes32(Vector512<float> low, Vector512<float> high) : ILanes<Lanes32>
{
    private readonly Vector512<float> low = low;
    private readonly Vector512<float> high = high;

    public static int Count => 32;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 Of(float value)
    {
        var all = Vector512.Create(value);
        return new(all, all);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 Load(ref readonly float from) => new(Vector512.LoadUnsafe(in from), Vector512.LoadUnsafe(in from, 16));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Store(Lanes32 value, ref float to)
    {
        value.low.StoreUnsafe(ref to);
        value.high.StoreUnsafe(ref to, 16);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 operator +(Lanes32 a, Lanes32 b) => new(Avx512F.Add(a.low, b.low), Avx512F.Add(a.high, b.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 operator -(Lanes32 a, Lanes32 b) => new(Avx512F.Subtract(a.low, b.low), Avx512F.Subtract(a.high, b.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 operator *(Lanes32 a, Lanes32 b) => new(Avx512F.Multiply(a.low, b.low), Avx512F.Multiply(a.high, b.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 operator /(Lanes32 a, Lanes32 b) => new(Avx512F.Divide(a.low, b.low), Avx512F.Divide(a.high, b.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 MulAdd(Lanes32 a, Lanes32 b, Lanes32 c) => new(Avx512F.FusedMultiplyAdd(a.low, b.low, c.low), Avx512F.FusedMultiplyAdd(a.high, b.high, c.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 Min(Lanes32 a, Lanes32 b) => new(Avx512F.Min(a.low, b.low), Avx512F.Min(a.high, b.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 Max(Lanes32 a, Lanes32 b) => new(Avx512F.Max(a.low, b.low), Avx512F.Max(a.high, b.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 Root(Lanes32 a) => new(Avx512F.Sqrt(a.low), Avx512F.Sqrt(a.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 WhereAbove(Lanes32 a, Lanes32 b, Lanes32 then, Lanes32 otherwise) => new(
        Avx512F.BlendVariable(otherwise.low, then.low, Avx512F.CompareGreaterThan(a.low, b.low)),
        Avx512F.BlendVariable(otherwise.high, then.high, Avx512F.CompareGreaterThan(a.high, b.high)));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 Whole(Lanes32 a) => new(Avx512F.ConvertToVector512Single(Avx512F.ConvertToVector512Int32WithTruncation(a.low)), Avx512F.ConvertToVector512Single(Avx512F.ConvertToVector512Int32WithTruncation(a.high)));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 Gather(float[] table, Lanes32 index) => new(Lanes16.Gather(table, index.low), Lanes16.Gather(table, index.high));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 GatherShort(float[] table, Lanes32 index)
    {
        ref var start = ref MemoryMarshal.GetArrayDataReference(table);
        Vector512<float> first = Vector512.LoadUnsafe(ref start), second = Vector512.LoadUnsafe(ref start, 16);
        return new(Avx512F.PermuteVar16x32x2(first, Avx512F.ConvertToVector512Int32WithTruncation(index.low), second),
            Avx512F.PermuteVar16x32x2(first, Avx512F.ConvertToVector512Int32WithTruncation(index.high), second));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 RoughInverseCubeRoot(Lanes32 a)
    {
        Vector512<float> third = Vector512.Create(1 / 3f);
        var bits = Vector512.Create(Lanes1.InverseCubeRootBits);
        return new(Avx512F.Subtract(bits, Avx512F.ConvertToVector512Int32WithTruncation(Avx512F.Multiply(Avx512F.ConvertToVector512Single(a.low.AsInt32()), third))).AsSingle(),
            Avx512F.Subtract(bits, Avx512F.ConvertToVector512Int32WithTruncation(Avx512F.Multiply(Avx512F.ConvertToVector512Single(a.high.AsInt32()), third))).AsSingle());
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 RoughInverseFourthRoot(Lanes32 a)
    {
        var bits = Vector512.Create(Lanes1.InverseFourthRootBits);
        return new(Avx512F.Subtract(bits, Avx512F.ShiftRightArithmetic(a.low.AsInt32(), 2)).AsSingle(), Avx512F.Subtract(bits, Avx512F.ShiftRightArithmetic(a.high.AsInt32(), 2)).AsSingle());
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 HalfOctave(Lanes32 a)
    {
        var first = Vector512.Create(Lanes1.FirstHalfOctave);
        return new(Avx512F.ConvertToVector512Single(Avx512F.Subtract(Avx512F.ShiftRightArithmetic(a.low.AsInt32(), 22), first)),
            Avx512F.ConvertToVector512Single(Avx512F.Subtract(Avx512F.ShiftRightArithmetic(a.high.AsInt32(), 22), first)));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 WithinOctave(Lanes32 a)
    {
        Vector512<int> fraction = Vector512.Create(Lanes1.Fraction), one = Vector512.Create(Lanes1.One);
        return new(Avx512F.Or(Avx512F.And(a.low.AsInt32(), fraction), one).AsSingle(), Avx512F.Or(Avx512F.And(a.high.AsInt32(), fraction), one).AsSingle());
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 Octave(Lanes32 a)
    {
        var bias = Vector512.Create(127);
        return new(Avx512F.ConvertToVector512Single(Avx512F.Subtract(Avx512F.ShiftRightArithmetic(a.low.AsInt32(), 23), bias)),
            Avx512F.ConvertToVector512Single(Avx512F.Subtract(Avx512F.ShiftRightArithmetic(a.high.AsInt32(), 23), bias)));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes32 PowerOfTwo(Lanes32 whole)
    {
        var bias = Vector512.Create(127);
        return new(Avx512F.ShiftLeftLogical(Avx512F.Add(Avx512F.ConvertToVector512Int32WithTruncation(whole.low), bias), 23).AsSingle(),
            Avx512F.ShiftLeftLogical(Avx512F.Add(Avx512F.ConvertToVector512Int32WithTruncation(whole.high), bias), 23).AsSingle());
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Lanes32 Even, Lanes32 Odd) Unzip(Lanes32 a, Lanes32 b)
    {
        var (first, last) = (Lanes16.Unzip(a.low, a.high), Lanes16.Unzip(b.low, b.high));
        return (new(first.Even, last.Even), new(first.Odd, last.Odd));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Lanes32 First, Lanes32 Last) Zip(Lanes32 even, Lanes32 odd)
    {
        var (first, last) = (Lanes16.Zip(even.low, odd.low), Lanes16.Zip(even.high, odd.high));
        return (new(first.First, first.Last), new(last.First, last.Last));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static bool AnyAbove(Lanes32 a, Lanes32 b) =>
        Avx512F.CompareGreaterThan(a.low, b.low) != Vector512<float>.Zero || Avx512F.CompareGreaterThan(a.high, b.high) != Vector512<float>.Zero;
}
