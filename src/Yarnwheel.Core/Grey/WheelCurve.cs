using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>The smooth closed curve through the spokes: lift over hue, period 360°.</summary>
/// <remarks>Piecewise cubic Hermite, slopes by the weighted harmonic mean of Fritsch and Butland (1984): it keeps the shape of the
/// spokes and never overshoots them. No spokes give 0; one gives its lift all round.</remarks>
public sealed class WheelCurve
{
    // Fine enough for spokes a degree apart.
    private const int Steps = 1 << 16;

    private readonly double[] hues;
    private readonly double[] lifts;
    private readonly double[] slopes;
    private readonly float[]? table;
    private readonly CurvePieces? pieces;

    public WheelCurve(IEnumerable<Spoke> spokes)
    {
        ArgumentNullException.ThrowIfNull(spokes);
        // Spokes of one hue act as their mean.
        var sorted = spokes.GroupBy(s => s.Hue % 360).OrderBy(g => g.Key).Select(g => (Hue: g.Key, Lift: g.Average(s => s.Lift))).ToArray();
        hues = sorted.Select(s => s.Hue).ToArray();
        lifts = sorted.Select(s => s.Lift).ToArray();
        slopes = Slopes();
        pieces = CurvePieces.Of([.. hues.Select(h => h / 360)], [.. lifts.Select(l => l / 100)], [.. slopes.Select(s => s * 3.6)]);
        if (pieces is null) table = Tabulate();
        IsFlat = lifts.All(l => l == 0);
    }

    /// <summary>Whether it lifts no hue.</summary>
    public bool IsFlat { get; }

    /// <summary>Lift at a hue, −100 … 100.</summary>
    /// <param name="hue">Degrees, any.</param>
    public double At(double hue)
    {
        var n = hues.Length;
        if (n == 0) return 0;
        if (n == 1) return lifts[0];
        hue -= 360 * Math.Floor(hue / 360);
        var left = Array.FindLastIndex(hues, h => h <= hue);
        if (left < 0)
        {
            left = n - 1;
            hue += 360;
        }
        var right = (left + 1) % n;
        return Between(left, right, hue);
    }

    /// <summary>The curve in tables that fit into registers; null where it has too many spokes for them.</summary>
    internal CurvePieces? Pieces => pieces;

    /// <summary>Lifts as shares, −1 … 1, at hues in turns, 0 … 1.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal T AtTurn<T>(T turn) where T : struct, ILanes<T> =>
        pieces is null ? LaneMath.Interpolate(table!, turn * T.Of(Steps), Steps - 1) : pieces.At(turn);

    /// <summary>Lift as a share, −1 … 1, at a hue in turns.</summary>
    /// <param name="turn">0 … 1.</param>
    public float AtTurn(float turn) => AtTurn(Lanes1.Of(turn)).Value;

    /// <summary>The curve after a spoke; the hue may run beyond 360 there.</summary>
    private double Between(int left, int right, double hue)
    {
        var width = Gap(left);
        var t = (hue - hues[left]) / width;
        var u = 1 - t;
        return u * u * (1 + 2 * t) * lifts[left] + t * t * (3 - 2 * t) * lifts[right]
            + width * (t * u * u * slopes[left] - t * t * u * slopes[right]);
    }

    private float[] Tabulate()
    {
        var result = new float[Steps + 1];
        var n = hues.Length;
        if (n < 2)
        {
            Array.Fill(result, (float)(At(0) / 100));
            return result;
        }
        var left = -1;
        for (var i = 0; i < Steps; i++)
        {
            var hue = 360.0 * i / Steps;
            while (left + 1 < n && hues[left + 1] <= hue) left++;
            result[i] = (float)((left < 0 ? Between(n - 1, 0, hue + 360) : Between(left, (left + 1) % n, hue)) / 100);
        }
        result[Steps] = result[0];
        return result;
    }

    private double Gap(int left)
    {
        var gap = hues[(left + 1) % hues.Length] - hues[left];
        return gap <= 0 ? gap + 360 : gap;
    }

    private double[] Slopes()
    {
        var n = hues.Length;
        var result = new double[n];
        if (n < 2) return result;
        for (var i = 0; i < n; i++)
        {
            var before = (i + n - 1) % n;
            double gapBefore = Gap(before), gapAfter = Gap(i);
            var riseBefore = (lifts[i] - lifts[before]) / gapBefore;
            var riseAfter = (lifts[(i + 1) % n] - lifts[i]) / gapAfter;
            if (riseBefore * riseAfter <= 0) continue;
            var weightBefore = 2 * gapAfter + gapBefore;
            var weightAfter = gapAfter + 2 * gapBefore;
            result[i] = (weightBefore + weightAfter) / (weightBefore / riseBefore + weightAfter / riseAfter);
        }
        return result;
    }
}
