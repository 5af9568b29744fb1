namespace Yarnwheel.Core.Lanes;

/// <summary>So many floats worked on at once: 16 (AVX-512), 8 (AVX2) or 1.</summary>
/// <remarks>A kernel is written once for any of them. Every operation is one of IEEE 754, and what is fused is fused in all, so all give the same bits:
/// the scalar lane is the twin that the others are held to.</remarks>
internal interface ILanes<T> where T : struct, ILanes<T>
{
    /// <summary>How many.</summary>
    static abstract int Count { get; }

    /// <summary>The same value in all.</summary>
    static abstract T Of(float value);

    /// <summary>Neighbouring values from memory.</summary>
    static abstract T Load(ref readonly float from);

    /// <summary>Neighbouring values to memory.</summary>
    static abstract void Store(T value, ref float to);

    static abstract T operator +(T a, T b);

    static abstract T operator -(T a, T b);

    static abstract T operator *(T a, T b);

    static abstract T operator /(T a, T b);

    /// <summary>a × b + c, rounded once (IEEE 754 fusedMultiplyAdd).</summary>
    static abstract T MulAdd(T a, T b, T c);

    static abstract T Min(T a, T b);

    static abstract T Max(T a, T b);

    static abstract T Root(T a);

    /// <summary>Where a &gt; b the one, else the other.</summary>
    static abstract T WhereAbove(T a, T b, T then, T otherwise);

    /// <summary>The whole part, towards zero; within ±2³¹.</summary>
    static abstract T Whole(T a);

    /// <summary>Looks each index up; they are whole and within the table.</summary>
    static abstract T Gather(float[] table, T index);

    /// <summary>Looks each index up in a table of 32, which fits into registers.</summary>
    static abstract T GatherShort(float[] table, T index);

    /// <summary>A first guess of 1 over the cube root of a value that is not negative, by its exponent.</summary>
    static abstract T RoughInverseCubeRoot(T a);

    /// <summary>A first guess of 1 over the fourth root of a value above 0, by its exponent.</summary>
    static abstract T RoughInverseFourthRoot(T a);

    /// <summary>Number of the half octave that a value from 2⁻⁹ to 1 lies in: 0 … 18.</summary>
    static abstract T HalfOctave(T a);

    /// <summary>A positive value brought into its own octave, 1 … 2.</summary>
    static abstract T WithinOctave(T a);

    /// <summary>Number of the octave that a positive value lies in: the whole part of its binary logarithm.</summary>
    static abstract T Octave(T a);

    /// <summary>Two to a whole power, −126 … 127.</summary>
    static abstract T PowerOfTwo(T whole);

    /// <summary>Of values that lie one behind the other, first a's, then b's: every other, and those between.</summary>
    static abstract (T Even, T Odd) Unzip(T a, T b);

    /// <summary>The values of both by turns, in order.</summary>
    static abstract (T First, T Last) Zip(T even, T odd);

    /// <summary>Whether a &gt; b in any lane.</summary>
    static abstract bool AnyAbove(T a, T b);
}
