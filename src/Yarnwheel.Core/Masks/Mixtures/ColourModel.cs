using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>A Gaussian of linear light in lanes: mean and covariance, of ten moments.</summary>
internal readonly struct ColourModel<T> where T : struct, ILanes<T>
{
    public readonly T Red, Green, Blue;

    /// <summary>The covariance's six values: red–red, red–green, red–blue, green–green, green–blue, blue–blue.</summary>
    public readonly Symmetric<T> Spread;

    /// <param name="moments">Ten rows: weight, weighted colour, weighted products in the order of <see cref="Symmetric{T}"/>.</param>
    /// <param name="stride">From one row to the next.</param>
    /// <param name="at">Place in the rows.</param>
    /// <param name="relative">Least deviation as a share of the mean.</param>
    /// <param name="absolute">Least deviation.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public ColourModel(ReadOnlySpan<float> moments, int stride, int at, float relative, float absolute)
    {
        var share = T.Of(1) / T.Max(moments.Load<T>(at), T.Of(1e-12f));
        Red = moments.Load<T>(stride + at) * share;
        Green = moments.Load<T>(2 * stride + at) * share;
        Blue = moments.Load<T>(3 * stride + at) * share;
        Spread = new Symmetric<T>(
            Least(moments.Load<T>(4 * stride + at) * share - Red * Red, Red, relative, absolute),
            moments.Load<T>(5 * stride + at) * share - Red * Green,
            moments.Load<T>(6 * stride + at) * share - Red * Blue,
            Least(moments.Load<T>(7 * stride + at) * share - Green * Green, Green, relative, absolute),
            moments.Load<T>(8 * stride + at) * share - Green * Blue,
            Least(moments.Load<T>(9 * stride + at) * share - Blue * Blue, Blue, relative, absolute));
    }

    /// <summary>A model that was saved.</summary>
    /// <param name="rows">Ten rows; the first says nothing.</param>
    /// <param name="stride">From one row to the next.</param>
    /// <param name="at">Place in the rows.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public ColourModel(ReadOnlySpan<float> rows, int stride, int at)
    {
        Red = rows.Load<T>(stride + at);
        Green = rows.Load<T>(2 * stride + at);
        Blue = rows.Load<T>(3 * stride + at);
        Spread = new Symmetric<T>(rows.Load<T>(4 * stride + at), rows.Load<T>(5 * stride + at), rows.Load<T>(6 * stride + at),
            rows.Load<T>(7 * stride + at), rows.Load<T>(8 * stride + at), rows.Load<T>(9 * stride + at));
    }

    /// <summary>Saves it over rows of moments; the first is left alone.</summary>
    /// <inheritdoc cref="ColourModel{T}(ReadOnlySpan{float}, int, int)"/>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public void Save(Span<float> rows, int stride, int at)
    {
        rows.Save(stride + at, Red);
        rows.Save(2 * stride + at, Green);
        rows.Save(3 * stride + at, Blue);
        rows.Save(4 * stride + at, Spread.A);
        rows.Save(5 * stride + at, Spread.B);
        rows.Save(6 * stride + at, Spread.C);
        rows.Save(7 * stride + at, Spread.D);
        rows.Save(8 * stride + at, Spread.E);
        rows.Save(9 * stride + at, Spread.F);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Least(T variance, T mean, float relative, float absolute)
    {
        var least = T.MulAdd(T.Of(relative), mean, T.Of(absolute));
        return T.MulAdd(least, least, T.Max(variance, T.Of(0)));
    }
}

/// <summary>A symmetric 3 × 3 matrix in lanes.</summary>
internal readonly struct Symmetric<T>(T a, T b, T c, T d, T e, T f) where T : struct, ILanes<T>
{
    // ⎡a b c⎤
    // ⎢b d e⎥
    // ⎣c e f⎦
    public readonly T A = a, B = b, C = c, D = d, E = e, F = f;

    /// <summary>A weighted sum of two, with something added to the diagonal.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Symmetric<T> Mix(T share, in Symmetric<T> one, T rest, in Symmetric<T> other, T red, T green, T blue) => new(
        T.MulAdd(share, one.A, T.MulAdd(rest, other.A, red)), T.MulAdd(share, one.B, rest * other.B), T.MulAdd(share, one.C, rest * other.C),
        T.MulAdd(share, one.D, T.MulAdd(rest, other.D, green)), T.MulAdd(share, one.E, rest * other.E), T.MulAdd(share, one.F, T.MulAdd(rest, other.F, blue)));

    /// <summary>This matrix times a vector.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public (T X, T Y, T Z) Times(T x, T y, T z) => (
        T.MulAdd(A, x, T.MulAdd(B, y, C * z)), T.MulAdd(B, x, T.MulAdd(D, y, E * z)), T.MulAdd(C, x, T.MulAdd(E, y, F * z)));

    /// <summary>The inverse times the determinant, and the determinant, at least 10⁻³⁰.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public (Symmetric<T> Adjugate, T Determinant) Adjugate()
    {
        var adjugate = new Symmetric<T>(D * F - E * E, C * E - B * F, B * E - C * D, A * F - C * C, B * C - A * E, A * D - B * B);
        return (adjugate, T.Max(T.MulAdd(A, adjugate.A, T.MulAdd(B, adjugate.B, C * adjugate.C)), T.Of(1e-30f)));
    }

    /// <summary>The squared Mahalanobis length of a vector, and the determinant.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public (T Length, T Determinant) Measure(T x, T y, T z)
    {
        var (adjugate, determinant) = Adjugate();
        var (u, v, w) = adjugate.Times(x, y, z);
        return (T.Max(T.MulAdd(u, x, T.MulAdd(v, y, w * z)) / determinant, T.Of(0)), determinant);
    }
}
