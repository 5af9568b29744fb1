using System.Runtime.CompilerServices;

namespace Yarnwheel.Core.Lanes;

/// <summary>Colour conversions in lanes; <see cref="Colour.OkLab"/>, <see cref="Colour.CubeRoot"/> and <see cref="Colour.Luminance"/> are these with one lane.</summary>
internal static class LaneColour
{
    /// <summary>The cube root, within a few units in the last place and without a division.</summary>
    /// <remarks>With r about x^(−1/3), twice Householder's step of fourth order for r³x = 1, then x r².</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T CubeRoot<T>(T x) where T : struct, ILanes<T>
    {
        var zero = T.Of(0);
        var magnitude = T.Max(x, zero - x);
        var r = Closer(Closer(T.RoughInverseCubeRoot(magnitude), magnitude), magnitude);
        var root = magnitude * r * r;
        return T.WhereAbove(zero, x, zero - root, root);
    }

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

    /// <summary>Luminance of linear light (ITU-R BT.709).</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Luminance<T>(T red, T green, T blue) where T : struct, ILanes<T> =>
        Mix(Colour.Luminance.Red, red, Colour.Luminance.Green, green, Colour.Luminance.Blue, blue);

    /// <summary>OKLab of linear light with sRGB primaries.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (T L, T A, T B) ToLab<T>(T red, T green, T blue) where T : struct, ILanes<T>
    {
        var l = CubeRoot(Mix(0.4122214708f, red, 0.5363325363f, green, 0.0514459929f, blue));
        var m = CubeRoot(Mix(0.2119034982f, red, 0.6806995451f, green, 0.1073969566f, blue));
        var s = CubeRoot(Mix(0.0883024619f, red, 0.2817188376f, green, 0.6299787005f, blue));
        return (
            Mix(0.2104542553f, l, 0.7936177850f, m, -0.0040720468f, s),
            Mix(1.9779984951f, l, -2.4285922050f, m, 0.4505937099f, s),
            Mix(0.0259040371f, l, 0.7827717662f, m, -0.8086757660f, s));
    }

    /// <summary>Linear light with sRGB primaries of OKLab.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (T Red, T Green, T Blue) ToLight<T>(T lightness, T a, T b) where T : struct, ILanes<T>
    {
        var l = T.MulAdd(T.Of(0.3963377774f), a, T.MulAdd(T.Of(0.2158037573f), b, lightness));
        var m = T.MulAdd(T.Of(-0.1055613458f), a, T.MulAdd(T.Of(-0.0638541728f), b, lightness));
        var s = T.MulAdd(T.Of(-0.0894841775f), a, T.MulAdd(T.Of(-1.2914855480f), b, lightness));
        l = l * l * l;
        m = m * m * m;
        s = s * s * s;
        return (
            Mix(4.0767416621f, l, -3.3077115913f, m, 0.2309699292f, s),
            Mix(-1.2684380046f, l, 2.6097574011f, m, -0.3413193965f, s),
            Mix(-0.0041960863f, l, -0.7034186147f, m, 1.7076147010f, s));
    }

    /// <summary>A weighted sum of three.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Mix<T>(float first, T a, float second, T b, float third, T c) where T : struct, ILanes<T> =>
        T.MulAdd(T.Of(first), a, T.MulAdd(T.Of(second), b, T.Of(third) * c));

    /// <summary>Distance from the neutral axis of OKLab.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Chroma<T>(T a, T b) where T : struct, ILanes<T> => T.Root(T.MulAdd(a, a, b * b));

    /// <summary>Hue of an a, b pair in turns, 0 … 1.</summary>
    /// <remarks>The arc tangent of Abramowitz, Stegun, Handbook of Mathematical Functions, 4.4.49: within 10⁻⁵ radians, 0.0006°.</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Turn<T>(T a, T b) where T : struct, ILanes<T>
    {
        var zero = T.Of(0);
        var across = T.Max(a, zero - a);
        var up = T.Max(b, zero - b);
        var x = T.Min(across, up) / T.Max(T.Max(across, up), T.Of(1e-30f));
        var x2 = x * x;
        var angle = x * T.MulAdd(x2, T.MulAdd(x2, T.MulAdd(x2, T.MulAdd(x2, T.Of(0.0208351f), T.Of(-0.0851330f)), T.Of(0.1801410f)), T.Of(-0.3302995f)), T.Of(0.9998660f));
        var turn = angle * T.Of(1 / (2 * MathF.PI));
        turn = T.WhereAbove(up, across, T.Of(0.25f) - turn, turn);
        turn = T.WhereAbove(zero, a, T.Of(0.5f) - turn, turn);
        return T.WhereAbove(zero, b, T.Of(1) - turn, turn);
    }

    /// <summary>A value held within two bounds.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Hold<T>(T value, T least, T most) where T : struct, ILanes<T> => T.Min(T.Max(value, least), most);

    /// <summary>A table read between its entries.</summary>
    /// <param name="table">One entry more than the highest position.</param>
    /// <param name="position">0 … the last entry but one, or a hair less than the last.</param>
    /// <param name="last">The highest index that has an entry after it.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Between<T>(float[] table, T position, int last) where T : struct, ILanes<T>
    {
        var index = T.Min(T.Whole(position), T.Of(last));
        var low = T.Look(table, index);
        return T.MulAdd(T.Look(table, index + T.Of(1)) - low, position - index, low);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Closer<T>(T r, T x) where T : struct, ILanes<T>
    {
        var h = T.MulAdd(T.Of(-1) * x * r, r * r, T.Of(1));
        return T.MulAdd(r * h, T.MulAdd(h, T.MulAdd(h, T.Of(14 / 81f), T.Of(2 / 9f)), T.Of(1 / 3f)), r);
    }
}
