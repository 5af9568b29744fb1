namespace Yarnwheel.Core.Grey;

/// <summary>Solves small symmetric positive definite systems (Cholesky).</summary>
internal static class LinearSystem
{
    public static double[] Solve(double[,] matrix, double[] right)
    {
        var n = right.Length;
        var lower = new double[n, n];
        for (var i = 0; i < n; i++)
        {
            for (var j = 0; j <= i; j++)
            {
                var sum = matrix[i, j];
                for (var k = 0; k < j; k++) sum -= lower[i, k] * lower[j, k];
                lower[i, j] = i == j ? Math.Sqrt(Math.Max(sum, 1e-12)) : sum / lower[j, j];
            }
        }
        var x = new double[n];
        for (var i = 0; i < n; i++)
        {
            var sum = right[i];
            for (var k = 0; k < i; k++) sum -= lower[i, k] * x[k];
            x[i] = sum / lower[i, i];
        }
        for (var i = n - 1; i >= 0; i--)
        {
            var sum = x[i];
            for (var k = i + 1; k < n; k++) sum -= lower[k, i] * x[k];
            x[i] = sum / lower[i, i];
        }
        return x;
    }
}
