using System.Runtime.CompilerServices;

namespace Yarnwheel.Core.Lanes;

/// <summary>One float at a time.</summary>
internal readonly struct Lanes1(float value) : ILanes<Lanes1>
{
    public float Value { get; } = value;

    public static int Count => 1;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 Of(float value) => new(value);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 Load(ref readonly float from) => new(from);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Store(Lanes1 value, ref float to) => to = value.Value;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 operator +(Lanes1 a, Lanes1 b) => new(a.Value + b.Value);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 operator -(Lanes1 a, Lanes1 b) => new(a.Value - b.Value);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 operator *(Lanes1 a, Lanes1 b) => new(a.Value * b.Value);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 operator /(Lanes1 a, Lanes1 b) => new(a.Value / b.Value);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 MulAdd(Lanes1 a, Lanes1 b, Lanes1 c) => new(MathF.FusedMultiplyAdd(a.Value, b.Value, c.Value));

    // As the processor's own instruction: the second where neither is smaller.
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 Min(Lanes1 a, Lanes1 b) => new(a.Value < b.Value ? a.Value : b.Value);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 Max(Lanes1 a, Lanes1 b) => new(a.Value > b.Value ? a.Value : b.Value);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 Root(Lanes1 a) => new(MathF.Sqrt(a.Value));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 WhereAbove(Lanes1 a, Lanes1 b, Lanes1 then, Lanes1 otherwise) => a.Value > b.Value ? then : otherwise;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 Whole(Lanes1 a) => new((int)a.Value);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 Gather(float[] table, Lanes1 index) => new(table[(int)index.Value]);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 GatherShort(float[] table, Lanes1 index) => new(table[(int)index.Value & 31]);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 RoughInverseCubeRoot(Lanes1 a) =>
        new(BitConverter.Int32BitsToSingle(InverseCubeRootBits - (int)(BitConverter.SingleToInt32Bits(a.Value) * (1 / 3f))));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 RoughInverseFourthRoot(Lanes1 a) => new(BitConverter.Int32BitsToSingle(InverseFourthRootBits - (BitConverter.SingleToInt32Bits(a.Value) >> 2)));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 HalfOctave(Lanes1 a) => new((BitConverter.SingleToInt32Bits(a.Value) >> 22) - FirstHalfOctave);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 WithinOctave(Lanes1 a) => new(BitConverter.Int32BitsToSingle((BitConverter.SingleToInt32Bits(a.Value) & Fraction) | One));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 Octave(Lanes1 a) => new((BitConverter.SingleToInt32Bits(a.Value) >> 23) - 127);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Lanes1 PowerOfTwo(Lanes1 whole) => new(BitConverter.Int32BitsToSingle(((int)whole.Value + 127) << 23));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Lanes1 Even, Lanes1 Odd) Unzip(Lanes1 a, Lanes1 b) => (a, b);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Lanes1 First, Lanes1 Last) Zip(Lanes1 even, Lanes1 odd) => (even, odd);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static bool AnyAbove(Lanes1 a, Lanes1 b) => a.Value > b.Value;

    /// <summary>What is left of these bits less a third of a float's are those of about 1 over its cube root.</summary>
    internal const int InverseCubeRootBits = 0x54a2fa8c;

    /// <summary>The same for a quarter and 1 over the fourth root.</summary>
    internal const int InverseFourthRootBits = 0x4f586000;

    /// <summary>The upper bits of 2⁻⁹: its exponent and the first bit of its fraction.</summary>
    internal const int FirstHalfOctave = 236;

    /// <summary>The bits of a float's fraction, and those of 1.</summary>
    internal const int Fraction = 0x007FFFFF;

    internal const int One = 0x3F800000;
}
