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

    /// <summary>Luminance of linear light (ITU-R BT.709).</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Luminance<T>(T red, T green, T blue) where T : struct, ILanes<T> =>
        T.Of(Colour.Luminance.Red) * red + T.Of(Colour.Luminance.Green) * green + T.Of(Colour.Luminance.Blue) * blue;

    /// <summary>OKLab of linear light with sRGB primaries.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (T L, T A, T B) ToLab<T>(T red, T green, T blue) where T : struct, ILanes<T>
    {
        var l = CubeRoot(T.Of(0.4122214708f) * red + T.Of(0.5363325363f) * green + T.Of(0.0514459929f) * blue);
        var m = CubeRoot(T.Of(0.2119034982f) * red + T.Of(0.6806995451f) * green + T.Of(0.1073969566f) * blue);
        var s = CubeRoot(T.Of(0.0883024619f) * red + T.Of(0.2817188376f) * green + T.Of(0.6299787005f) * blue);
        return (
            T.Of(0.2104542553f) * l + T.Of(0.7936177850f) * m - T.Of(0.0040720468f) * s,
            T.Of(1.9779984951f) * l - T.Of(2.4285922050f) * m + T.Of(0.4505937099f) * s,
            T.Of(0.0259040371f) * l + T.Of(0.7827717662f) * m - T.Of(0.8086757660f) * s);
    }

    /// <summary>Linear light with sRGB primaries of OKLab.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (T Red, T Green, T Blue) ToLight<T>(T lightness, T a, T b) where T : struct, ILanes<T>
    {
        var l = lightness + T.Of(0.3963377774f) * a + T.Of(0.2158037573f) * b;
        var m = lightness - T.Of(0.1055613458f) * a - T.Of(0.0638541728f) * b;
        var s = lightness - T.Of(0.0894841775f) * a - T.Of(1.2914855480f) * b;
        l = l * l * l;
        m = m * m * m;
        s = s * s * s;
        return (
            T.Of(4.0767416621f) * l - T.Of(3.3077115913f) * m + T.Of(0.2309699292f) * s,
            T.Of(-1.2684380046f) * l + T.Of(2.6097574011f) * m - T.Of(0.3413193965f) * s,
            T.Of(-0.0041960863f) * l - T.Of(0.7034186147f) * m + T.Of(1.7076147010f) * s);
    }

    /// <summary>Distance from the neutral axis of OKLab.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Chroma<T>(T a, T b) where T : struct, ILanes<T> => T.Root(a * a + b * b);

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
        var angle = x * (T.Of(0.9998660f) + x2 * (T.Of(-0.3302995f) + x2 * (T.Of(0.1801410f) + x2 * (T.Of(-0.0851330f) + x2 * T.Of(0.0208351f)))));
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
        return low + (T.Look(table, index + T.Of(1)) - low) * (position - index);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Closer<T>(T r, T x) where T : struct, ILanes<T>
    {
        var h = T.Of(1) - x * r * r * r;
        return r + r * h * (T.Of(1 / 3f) + h * (T.Of(2 / 9f) + h * T.Of(14 / 81f)));
    }
}
