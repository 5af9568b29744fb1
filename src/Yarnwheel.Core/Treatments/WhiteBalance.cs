using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Turns the light warmer or cooler, greener or more magenta.</summary>
/// <remarks>Bradford chromatic adaptation (Lam 1985, as in ICC.1:2022, annex E) from D65 to another daylight: 0.9 mired a step of
/// warmth along the locus of CIE 15:2004, 3.1, and 0.0002 a step down the CIE 1960 v axis. A white keeps its luminance.</remarks>
/// <param name="warmth">−100 cool … 100 warm.</param>
/// <param name="greenMagenta">−100 green … 100 magenta.</param>
internal sealed class WhiteBalance(double warmth, double greenMagenta) : ColourOperation<WhiteBalance.Change>(new Change(Matrix(warmth, greenMagenta)))
{
    private static readonly double[,] ToXyz = { { 0.4124564, 0.3575761, 0.1804375 }, { 0.2126729, 0.7151522, 0.0721750 }, { 0.0193339, 0.1191920, 0.9503041 } };
    private static readonly double[,] Bradford = { { 0.8951, 0.2664, -0.1614 }, { -0.7502, 1.7135, 0.0367 }, { 0.0389, -0.0685, 1.0296 } };
    private static float[] Matrix(double warmth, double greenMagenta)
    {
        var source = Apply(Bradford, White(0, 0));
        var target = Apply(Bradford, White(warmth, greenMagenta));
        var scale = new double[3, 3];
        for (var i = 0; i < 3; i++) scale[i, i] = target[i] / source[i];
        var all = Multiply(Inverse(ToXyz), Multiply(Inverse(Bradford), Multiply(scale, Multiply(Bradford, ToXyz))));
        return all.Cast<double>().Select(v => (float)v).ToArray();
    }

    internal readonly struct Change(float[] matrix) : IColourChange
    {
        public (T Red, T Green, T Blue) Of<T>(T red, T green, T blue) where T : struct, ILanes<T> =>
        (
            T.Of(matrix[0]) * red + T.Of(matrix[1]) * green + T.Of(matrix[2]) * blue,
            T.Of(matrix[3]) * red + T.Of(matrix[4]) * green + T.Of(matrix[5]) * blue,
            T.Of(matrix[6]) * red + T.Of(matrix[7]) * green + T.Of(matrix[8]) * blue);
    }

    /// <summary>XYZ of a daylight white, Y = 1.</summary>
    private static double[] White(double warmth, double greenMagenta)
    {
        var t = 1e6 / (1e6 / 6504 + 0.9 * warmth);
        var x = t <= 7000
            ? -4.6070e9 / (t * t * t) + 2.9678e6 / (t * t) + 0.09911e3 / t + 0.244063
            : -2.0064e9 / (t * t * t) + 1.9018e6 / (t * t) + 0.24748e3 / t + 0.237040;
        var y = -3 * x * x + 2.87 * x - 0.275;
        // CIE 1960: u = 4x / (−2x + 12y + 3), v = 6y / (−2x + 12y + 3), and back.
        var d = -2 * x + 12 * y + 3;
        var u = 4 * x / d;
        var v = 6 * y / d - 0.0002 * greenMagenta;
        var e = 2 * u - 8 * v + 4;
        x = 3 * u / e;
        y = 2 * v / e;
        return [x / y, 1, (1 - x - y) / y];
    }

    private static double[] Apply(double[,] m, double[] v) =>
        [.. Enumerable.Range(0, 3).Select(i => m[i, 0] * v[0] + m[i, 1] * v[1] + m[i, 2] * v[2])];

    private static double[,] Multiply(double[,] a, double[,] b)
    {
        var result = new double[3, 3];
        for (var i = 0; i < 3; i++)
        {
            for (var j = 0; j < 3; j++) result[i, j] = a[i, 0] * b[0, j] + a[i, 1] * b[1, j] + a[i, 2] * b[2, j];
        }
        return result;
    }

    private static double[,] Inverse(double[,] m)
    {
        double Cofactor(int i, int j)
        {
            int i1 = (i + 1) % 3, i2 = (i + 2) % 3, j1 = (j + 1) % 3, j2 = (j + 2) % 3;
            return m[i1, j1] * m[i2, j2] - m[i1, j2] * m[i2, j1];
        }
        var determinant = m[0, 0] * Cofactor(0, 0) + m[0, 1] * Cofactor(0, 1) + m[0, 2] * Cofactor(0, 2);
        var result = new double[3, 3];
        for (var i = 0; i < 3; i++)
        {
            for (var j = 0; j < 3; j++) result[i, j] = Cofactor(j, i) / determinant;
        }
        return result;
    }
}
