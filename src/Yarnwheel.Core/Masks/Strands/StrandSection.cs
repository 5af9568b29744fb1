using System.Numerics;
using Yarnwheel.Core.Colour;

namespace Yarnwheel.Core.Masks.Strands;

/// <summary>A cut across what a stroke may run along: from where to where it is unlike both sides.</summary>
/// <param name="Middle">Of the thin thing, pixels.</param>
/// <param name="Across">Unit vector across the stroke.</param>
/// <param name="Width">Of the thin thing, pixels.</param>
/// <param name="Contrast">How far it is from the nearer of both sides in colour, less its own spread, OKLab.</param>
internal readonly record struct StrandSection(Vector2 Middle, Vector2 Across, float Width, float Contrast)
{
    /// <summary>Pixels beside it that its sides are looked at, behind one that may be mixed.</summary>
    private const int Flank = 3;

    private const int Mixed = 1;

    /// <summary>The section that stands out most, about a place.</summary>
    /// <param name="lab">OKLab of the picture.</param>
    /// <param name="place">Of the stroke, pixels.</param>
    /// <param name="across">Unit vector across it.</param>
    /// <param name="reach">How far from the place its ends may lie, pixels.</param>
    /// <param name="widest">The widest that is thin, pixels.</param>
    public static StrandSection At(LabPlanes lab, Vector2 place, Vector2 across, int reach, int widest)
    {
        var count = 2 * (reach + Flank + Mixed) + 1;
        Span<Vector4> sums = count < 512 ? stackalloc Vector4[count + 1] : new Vector4[count + 1];
        sums[0] = default;
        for (var k = 0; k < count; k++)
        {
            var colour = lab.At(place + (k - count / 2) * across);
            sums[k + 1] = sums[k] + new Vector4(colour, colour.LengthSquared());
        }
        var best = new StrandSection(place, across, 0, float.MinValue);
        for (var from = Flank + Mixed; from <= count / 2 + reach / 2; from++)
        {
            for (var to = Math.Max(from + 1, count / 2 - reach / 2); to <= Math.Min(count - Flank - Mixed, from + widest); to++)
            {
                var (mean, spread) = Mean(sums, from, to);
                var (left, _) = Mean(sums, from - Mixed - Flank, from - Mixed);
                var (right, _) = Mean(sums, to + Mixed, to + Mixed + Flank);
                var contrast = MathF.Min(Vector3.Distance(mean, left), Vector3.Distance(mean, right)) - spread;
                if (contrast > best.Contrast) best = new StrandSection(place + ((from + to) / 2f - count / 2 - 0.5f) * across, across, to - from, contrast);
            }
        }
        return best;
    }

    private static (Vector3 Mean, float Spread) Mean(ReadOnlySpan<Vector4> sums, int from, int to)
    {
        var sum = (sums[to] - sums[from]) / (to - from);
        var mean = sum.AsVector3();
        return (mean, MathF.Sqrt(MathF.Max(0, sum.W - mean.LengthSquared())));
    }
}
