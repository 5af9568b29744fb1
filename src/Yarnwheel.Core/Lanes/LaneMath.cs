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
}
