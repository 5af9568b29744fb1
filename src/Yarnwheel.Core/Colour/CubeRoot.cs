using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Colour;

/// <summary>The cube root, quicker than the library's and within a few units in the last place.</summary>
public static class CubeRoot
{
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static float Of(float x) => Of(Lanes1.Of(x)).Value;

    /// <summary>The cube root, within a few units in the last place and without a division.</summary>
    /// <remarks>With r about x^(−1/3), twice Householder's step of fourth order for r³x = 1, then x r².</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static T Of<T>(T x) where T : struct, ILanes<T>
    {
        var zero = T.Of(0);
        var magnitude = T.Max(x, zero - x);
        var r = Closer(Closer(T.RoughInverseCubeRoot(magnitude), magnitude), magnitude);
        var root = magnitude * r * r;
        return T.WhereAbove(zero, x, zero - root, root);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Closer<T>(T r, T x) where T : struct, ILanes<T>
    {
        var h = T.MulAdd(T.Of(-1) * x * r, r * r, T.Of(1));
        return T.MulAdd(r * h, T.MulAdd(h, T.MulAdd(h, T.Of(14 / 81f), T.Of(2 / 9f)), T.Of(1 / 3f)), r);
    }
}
