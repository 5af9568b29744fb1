namespace Yarnwheel.Codecs.Profiles;

/// <summary>Matrices of three rows of three, row by row.</summary>
internal static class Matrix3
{
    /// <summary>A matrix times a column.</summary>
    public static double[] Times(double[] m, double[] v) => Times(m, v, 1);

    /// <summary>A matrix times so many columns.</summary>
    public static double[] Times(double[] m, double[] n, int columns) =>
        [.. Enumerable.Range(0, 3 * columns).Select(i => m[i / columns * 3] * n[i % columns] + m[i / columns * 3 + 1] * n[columns + i % columns] + m[i / columns * 3 + 2] * n[2 * columns + i % columns])];

    /// <summary>The inverse; null where there is none to speak of.</summary>
    public static double[]? Inverse(double[] m)
    {
        double Minor(int a, int b, int c, int d) => m[a] * m[d] - m[b] * m[c];
        var determinant = m[0] * Minor(4, 5, 7, 8) - m[1] * Minor(3, 5, 6, 8) + m[2] * Minor(3, 4, 6, 7);
        if (!(Math.Abs(determinant) > 1e-6)) return null;
        double[] adjugate =
        [
            Minor(4, 5, 7, 8), -Minor(1, 2, 7, 8), Minor(1, 2, 4, 5),
            -Minor(3, 5, 6, 8), Minor(0, 2, 6, 8), -Minor(0, 2, 3, 5),
            Minor(3, 4, 6, 7), -Minor(0, 1, 6, 7), Minor(0, 1, 3, 4),
        ];
        return [.. adjugate.Select(v => v / determinant)];
    }
}
