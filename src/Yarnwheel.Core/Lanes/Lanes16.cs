using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;

namespace Yarnwheel.Core.Lanes;

/// <summary>Sixteen floats at a time, by AVX-512.</summary>
/// <remarks>Its own instructions are named: the portable ones fall back to halves on processors that are slow to use them.</remarks>
internal readonly struct Lanes16(Vector512<float> values) : ILanes<Lanes16>
{
    private readonly Vector512<float> values = values;

    public static int Count => 16;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 Of(float value) => new(Vector512.Create(value));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 Load(ref readonly float from) => new(Vector512.LoadUnsafe(in from));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Store(Lanes16 value, ref float to) => value.values.StoreUnsafe(ref to);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 operator +(Lanes16 a, Lanes16 b) => new(Avx512F.Add(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 operator -(Lanes16 a, Lanes16 b) => new(Avx512F.Subtract(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 operator *(Lanes16 a, Lanes16 b) => new(Avx512F.Multiply(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 operator /(Lanes16 a, Lanes16 b) => new(Avx512F.Divide(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 MulAdd(Lanes16 a, Lanes16 b, Lanes16 c) => new(Avx512F.FusedMultiplyAdd(a.values, b.values, c.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 Min(Lanes16 a, Lanes16 b) => new(Avx512F.Min(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 Max(Lanes16 a, Lanes16 b) => new(Avx512F.Max(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 Root(Lanes16 a) => new(Avx512F.Sqrt(a.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 WhereAbove(Lanes16 a, Lanes16 b, Lanes16 then, Lanes16 otherwise) =>
        new(Avx512F.BlendVariable(otherwise.values, then.values, Avx512F.CompareGreaterThan(a.values, b.values)));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 Whole(Lanes16 a) => new(Avx512F.ConvertToVector512Single(Avx512F.ConvertToVector512Int32WithTruncation(a.values)));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 Gather(float[] table, Lanes16 index) => new(Gather(table, index.values));

    /// <summary>Looks sixteen indices up, one by one: the processors' own gathering is slower since its flaw was mended.</summary>
    [SkipLocalsInit]
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static unsafe Vector512<float> Gather(float[] table, Vector512<float> index)
    {
        var places = stackalloc int[16];
        var found = stackalloc float[16];
        Avx512F.ConvertToVector512Int32WithTruncation(index).Store(places);
        ref var start = ref MemoryMarshal.GetArrayDataReference(table);
        for (var i = 0; i < 16; i++) found[i] = Unsafe.Add(ref start, places[i]);
        return Vector512.Load(found);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 GatherShort(float[] table, Lanes16 index)
    {
        ref var start = ref MemoryMarshal.GetArrayDataReference(table);
        return new(Avx512F.PermuteVar16x32x2(Vector512.LoadUnsafe(ref start),
            Avx512F.ConvertToVector512Int32WithTruncation(index.values), Vector512.LoadUnsafe(ref start, 16)));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 RoughInverseCubeRoot(Lanes16 a)
    {
        var third = Avx512F.Multiply(Avx512F.ConvertToVector512Single(a.values.AsInt32()), Vector512.Create(1 / 3f));
        return new(Avx512F.Subtract(Vector512.Create(Lanes1.InverseCubeRootBits), Avx512F.ConvertToVector512Int32WithTruncation(third)).AsSingle());
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 RoughInverseFourthRoot(Lanes16 a) =>
        new(Avx512F.Subtract(Vector512.Create(Lanes1.InverseFourthRootBits), Avx512F.ShiftRightArithmetic(a.values.AsInt32(), 2)).AsSingle());

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 HalfOctave(Lanes16 a) =>
        new(Avx512F.ConvertToVector512Single(Avx512F.Subtract(Avx512F.ShiftRightArithmetic(a.values.AsInt32(), 22), Vector512.Create(Lanes1.FirstHalfOctave))));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 WithinOctave(Lanes16 a) =>
        new(Avx512F.Or(Avx512F.And(a.values.AsInt32(), Vector512.Create(Lanes1.Fraction)), Vector512.Create(Lanes1.One)).AsSingle());

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 Octave(Lanes16 a) =>
        new(Avx512F.ConvertToVector512Single(Avx512F.Subtract(Avx512F.ShiftRightArithmetic(a.values.AsInt32(), 23), Vector512.Create(127))));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes16 PowerOfTwo(Lanes16 whole) =>
        new(Avx512F.ShiftLeftLogical(Avx512F.Add(Avx512F.ConvertToVector512Int32WithTruncation(whole.values), Vector512.Create(127)), 23).AsSingle());

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Lanes16 Even, Lanes16 Odd) Unzip(Lanes16 a, Lanes16 b)
    {
        var (even, odd) = Unzip(a.values, b.values);
        return (new(even), new(odd));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Lanes16 First, Lanes16 Last) Zip(Lanes16 even, Lanes16 odd)
    {
        var (first, last) = Zip(even.values, odd.values);
        return (new(first), new(last));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static (Vector512<float> Even, Vector512<float> Odd) Unzip(Vector512<float> a, Vector512<float> b)
    {
        var even = Vector512.Create(0, 2, 4, 6, 8, 10, 12, 14, 16, 18, 20, 22, 24, 26, 28, 30);
        return (Avx512F.PermuteVar16x32x2(a, even, b), Avx512F.PermuteVar16x32x2(a, Avx512F.Add(even, Vector512<int>.One), b));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static (Vector512<float> First, Vector512<float> Last) Zip(Vector512<float> even, Vector512<float> odd)
    {
        var first = Vector512.Create(0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23);
        return (Avx512F.PermuteVar16x32x2(even, first, odd), Avx512F.PermuteVar16x32x2(even, Avx512F.Add(first, Vector512.Create(8)), odd));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static bool AnyAbove(Lanes16 a, Lanes16 b) => Avx512F.CompareGreaterThan(a.values, b.values) != Vector512<float>.Zero;
}
