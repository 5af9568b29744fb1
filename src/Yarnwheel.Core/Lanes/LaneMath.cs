using System.Runtime.CompilerServices;

namespace Yarnwheel.Core.Lanes;

/// <summary>Arithmetic in lanes that the processor has no single operation for.</summary>
internal static class LaneMath
{
    /// <summary>1 over the fourth root of a value above 10⁻³⁰, within a few units in the last place and without a division.</summary>
    /// <remarks>Three steps of Newton's method for r⁻⁴ = x.</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T InverseFourthRoot<T>(T x) where T : struct, ILanes<T>
    {
        var r = T.RoughInverseFourthRoot(x);
        var quarter = T.Of(-0.25f) * x;
        // Written out: a loop would keep the compiler from putting this where it is used.
        var r2 = r * r;
        r *= T.MulAdd(quarter, r2 * r2, T.Of(1.25f));
        r2 = r * r;
        r *= T.MulAdd(quarter, r2 * r2, T.Of(1.25f));
        r2 = r * r;
        return r * T.MulAdd(quarter, r2 * r2, T.Of(1.25f));
    }

    /// <summary>A weighted sum of three.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T WeightedSum<T>(float first, T a, float second, T b, float third, T c) where T : struct, ILanes<T> =>
        T.MulAdd(T.Of(first), a, T.MulAdd(T.Of(second), b, T.Of(third) * c));

    /// <summary>A value brought within two bounds.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Clamp<T>(T value, T least, T most) where T : struct, ILanes<T> => T.Min(T.Max(value, least), most);

    /// <summary>A table read between its entries.</summary>
    /// <param name="table">One entry more than the highest position.</param>
    /// <param name="position">0 … the last entry but one, or a hair less than the last.</param>
    /// <param name="last">The highest index that has an entry after it.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Interpolate<T>(float[] table, T position, int last) where T : struct, ILanes<T>
    {
        // Also what is no number stays within the table.
        var index = Clamp(T.Whole(position), T.Of(0), T.Of(last));
        var low = T.Gather(table, index);
        return T.MulAdd(T.Gather(table, index + T.Of(1)) - low, position - index, low);
    }

    /// <summary>e to a power; what would be smaller than about 10⁻³⁸ or larger than 10³⁸ stays there.</summary>
    /// <remarks>x = n ln 2 + r with |r| at most ln 2 / 2 and Taylor's polynomial of sixth degree for r: within 10⁻⁷ of itself.</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Exp<T>(T x) where T : struct, ILanes<T>
    {
        x = Clamp(x, T.Of(-87), T.Of(87));
        var scaled = x * T.Of(1.44269504f);
        var whole = T.Whole(scaled + T.WhereAbove(T.Of(0), x, T.Of(-0.5f), T.Of(0.5f)));
        var r = T.MulAdd(whole, T.Of(2.12194440e-4f), T.MulAdd(whole, T.Of(-0.693359375f), x));
        var p = T.MulAdd(r, T.MulAdd(r, T.MulAdd(r, T.MulAdd(r, T.MulAdd(r, T.MulAdd(r, T.Of(1 / 720f), T.Of(1 / 120f)), T.Of(1 / 24f)), T.Of(1 / 6f)), T.Of(0.5f)), T.Of(1)), T.Of(1));
        return p * T.PowerOfTwo(whole);
    }

    /// <summary>The natural logarithm of a positive value.</summary>
    /// <remarks>Of the part between √½ and √2 by the series of the inverse hyperbolic tangent up to its ninth power: within 10⁻⁷.</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Log<T>(T x) where T : struct, ILanes<T>
    {
        T octave = T.Octave(x), part = T.WithinOctave(x), half = T.Of(1.41421356f);
        octave = T.WhereAbove(part, half, octave + T.Of(1), octave);
        part = T.WhereAbove(part, half, part * T.Of(0.5f), part);
        var t = (part - T.Of(1)) / (part + T.Of(1));
        var t2 = t * t;
        var series = T.MulAdd(t2, T.MulAdd(t2, T.MulAdd(t2, T.MulAdd(t2, T.Of(2 / 9f), T.Of(2 / 7f)), T.Of(2 / 5f)), T.Of(2 / 3f)), T.Of(2));
        return T.MulAdd(octave, T.Of(0.693147181f), t * series);
    }
}
