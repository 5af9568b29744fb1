using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;

namespace Yarnwheel.Core.Lanes;

/// <summary>Eight floats at a time, by AVX2.</summary>
internal readonly struct Lanes8(Vector256<float> values) : ILanes<Lanes8>
{
    private readonly Vector256<float> values = values;

    public static int Count => 8;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 Of(float value) => new(Vector256.Create(value));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 Load(ref readonly float from) => new(Vector256.LoadUnsafe(in from));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Store(Lanes8 value, ref float to) => value.values.StoreUnsafe(ref to);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 operator +(Lanes8 a, Lanes8 b) => new(Avx.Add(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 operator -(Lanes8 a, Lanes8 b) => new(Avx.Subtract(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 operator *(Lanes8 a, Lanes8 b) => new(Avx.Multiply(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 operator /(Lanes8 a, Lanes8 b) => new(Avx.Divide(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 MulAdd(Lanes8 a, Lanes8 b, Lanes8 c) => new(Fma.MultiplyAdd(a.values, b.values, c.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 Min(Lanes8 a, Lanes8 b) => new(Avx.Min(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 Max(Lanes8 a, Lanes8 b) => new(Avx.Max(a.values, b.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 Root(Lanes8 a) => new(Avx.Sqrt(a.values));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 WhereAbove(Lanes8 a, Lanes8 b, Lanes8 then, Lanes8 otherwise) =>
        new(Avx.BlendVariable(otherwise.values, then.values, Avx.CompareGreaterThan(a.values, b.values)));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 Whole(Lanes8 a) => new(Avx.ConvertToVector256Single(Avx.ConvertToVector256Int32WithTruncation(a.values)));

    // One by one: the processors' own gathering is slower since its flaw was mended.
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static unsafe Lanes8 Gather(float[] table, Lanes8 index)
    {
        var places = Avx.ConvertToVector256Int32WithTruncation(index.values);
        ref var start = ref MemoryMarshal.GetArrayDataReference(table);
        return new(Vector256.Create(
            Unsafe.Add(ref start, places[0]), Unsafe.Add(ref start, places[1]), Unsafe.Add(ref start, places[2]), Unsafe.Add(ref start, places[3]),
            Unsafe.Add(ref start, places[4]), Unsafe.Add(ref start, places[5]), Unsafe.Add(ref start, places[6]), Unsafe.Add(ref start, places[7])));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 GatherShort(float[] table, Lanes8 index)
    {
        ref var start = ref MemoryMarshal.GetArrayDataReference(table);
        var places = Avx.ConvertToVector256Int32WithTruncation(index.values);
        // Four tables of eight; the two bits above the third say which, the higher one being moved to the sign.
        var low = Pair(ref start, places);
        var high = Pair(ref Unsafe.Add(ref start, 16), places);
        return new(Avx.BlendVariable(low, high, Avx2.ShiftLeftLogical(places, 27).AsSingle()));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<float> Pair(ref float table, Vector256<int> places) => Avx.BlendVariable(
        Avx2.PermuteVar8x32(Vector256.LoadUnsafe(ref table), places),
        Avx2.PermuteVar8x32(Vector256.LoadUnsafe(ref table, 8), places),
        Avx2.ShiftLeftLogical(places, 28).AsSingle());

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 RoughInverseCubeRoot(Lanes8 a)
    {
        var third = Avx.Multiply(Avx.ConvertToVector256Single(a.values.AsInt32()), Vector256.Create(1 / 3f));
        return new(Avx2.Subtract(Vector256.Create(Lanes1.InverseCubeRootBits), Avx.ConvertToVector256Int32WithTruncation(third)).AsSingle());
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 RoughInverseFourthRoot(Lanes8 a) =>
        new(Avx2.Subtract(Vector256.Create(Lanes1.InverseFourthRootBits), Avx2.ShiftRightArithmetic(a.values.AsInt32(), 2)).AsSingle());

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 HalfOctave(Lanes8 a) =>
        new(Avx.ConvertToVector256Single(Avx2.Subtract(Avx2.ShiftRightArithmetic(a.values.AsInt32(), 22), Vector256.Create(Lanes1.FirstHalfOctave))));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 WithinOctave(Lanes8 a) =>
        new(Avx2.Or(Avx2.And(a.values.AsInt32(), Vector256.Create(Lanes1.Fraction)), Vector256.Create(Lanes1.One)).AsSingle());

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 Octave(Lanes8 a) =>
        new(Avx.ConvertToVector256Single(Avx2.Subtract(Avx2.ShiftRightArithmetic(a.values.AsInt32(), 23), Vector256.Create(127))));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes8 PowerOfTwo(Lanes8 whole) =>
        new(Avx2.ShiftLeftLogical(Avx2.Add(Avx.ConvertToVector256Int32WithTruncation(whole.values), Vector256.Create(127)), 23).AsSingle());

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Lanes8 Even, Lanes8 Odd) Unzip(Lanes8 a, Lanes8 b) => (
        new(Avx2.Permute4x64(Avx.Shuffle(a.values, b.values, 0b10_00_10_00).AsDouble(), 0b11_01_10_00).AsSingle()),
        new(Avx2.Permute4x64(Avx.Shuffle(a.values, b.values, 0b11_01_11_01).AsDouble(), 0b11_01_10_00).AsSingle()));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Lanes8 First, Lanes8 Last) Zip(Lanes8 even, Lanes8 odd)
    {
        Vector256<float> low = Avx.UnpackLow(even.values, odd.values), high = Avx.UnpackHigh(even.values, odd.values);
        return (new(Avx.Permute2x128(low, high, 0x20)), new(Avx.Permute2x128(low, high, 0x31)));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static bool AnyAbove(Lanes8 a, Lanes8 b) => Avx.MoveMask(Avx.CompareGreaterThan(a.values, b.values)) != 0;
}
