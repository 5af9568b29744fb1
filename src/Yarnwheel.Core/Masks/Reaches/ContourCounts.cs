using Yarnwheel.Core.Colour;

namespace Yarnwheel.Core.Masks.Reaches;

/// <summary>What the borders of a mask would be like at each of its thresholds, all counted in one pass.</summary>
/// <remarks>A pixel is inside from its step on. Whole numbers, so that the sums are the same in any order.</remarks>
internal sealed class ContourCounts
{
    /// <summary>Thresholds: at each of them what has a lower step is inside.</summary>
    public const int Thresholds = 257;

    /// <summary>Contrasts are counted in so many parts of one hundredth of OKLab.</summary>
    public const int Parts = 100;

    /// <summary>A contrast of more than this, hundredths of OKLab, is a contour as clear as any.</summary>
    public const float Clear = 8;

    private ContourCounts()
    {
    }

    /// <summary>Pixels inside.</summary>
    public long[] Area { get; } = new long[Thresholds + 1];

    /// <summary>Neighbours of which one is inside, the other outside.</summary>
    public long[] Length { get; } = new long[Thresholds + 1];

    /// <summary>Contrasts of those summed, parts of hundredths of OKLab.</summary>
    public long[] Contrast { get; } = new long[Thresholds + 1];

    /// <summary>How clear a contour the border runs along on average, hundredths of OKLab, 0 … 8.</summary>
    /// <param name="threshold">At which.</param>
    public double Clarity(int threshold) => (double)Contrast[threshold] / Parts / Math.Max(1, Length[threshold]);

    /// <summary>Those of several masks of one picture.</summary>
    /// <param name="lab">The picture.</param>
    /// <param name="masks">Of each mask the step of each pixel.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static ContourCounts[] Of(LabPlanes lab, byte[][] masks, CancellationToken cancel)
    {
        int width = lab.Region.Width, height = lab.Region.Height;
        var sums = Array.ConvertAll(masks, _ => new ContourCounts());
        var gate = new Lock();
        Parallel.For(0, height, new ParallelOptions { CancellationToken = cancel }, () => Array.ConvertAll(masks, _ => new ContourCounts()), (y, _, own) =>
        {
            var row = y * width;
            for (var x = 0; x < width; x++)
            {
                var at = row + x;
                for (var k = 0; k < masks.Length; k++) own[k].Area[masks[k][at] + 1]++;
                // The contrast is that of the pixels to either side of both: the border itself is mixed.
                if (x + 1 < width) Add(at, at + 1, Contrasted(lab, row + Math.Max(0, x - 1), row + Math.Min(width - 1, x + 2)));
                if (y + 1 < height) Add(at, at + width, Contrasted(lab, Math.Max(0, y - 1) * width + x, Math.Min(height - 1, y + 2) * width + x));
            }
            return own;

            void Add(int one, int other, int contrast)
            {
                for (var k = 0; k < masks.Length; k++) own[k].Count(masks[k][one], masks[k][other], contrast);
            }
        }, own =>
        {
            lock (gate)
            {
                for (var k = 0; k < sums.Length; k++) sums[k].Add(own[k]);
            }
        });
        foreach (var sum in sums) sum.Accumulate();
        return sums;
    }

    /// <summary>Two neighbours: the border runs between them at the thresholds above the lower step, up to the higher one.</summary>
    private void Count(int one, int other, int contrast)
    {
        int from = Math.Min(one, other) + 1, to = Math.Max(one, other) + 1;
        Length[from]++;
        Length[to]--;
        Contrast[from] += contrast;
        Contrast[to] -= contrast;
    }

    private void Add(ContourCounts other)
    {
        foreach (var (own, more) in Each(other))
            for (var t = 0; t < own.Length; t++) own[t] += more[t];
    }

    private void Accumulate()
    {
        foreach (var (own, _) in Each(this))
            for (var t = 1; t < own.Length; t++) own[t] += own[t - 1];
    }

    private IEnumerable<(long[] Own, long[] Other)> Each(ContourCounts other) =>
        [(Area, other.Area), (Length, other.Length), (Contrast, other.Contrast)];

    private static int Contrasted(LabPlanes lab, int one, int other)
    {
        float l = lab.L[one] - lab.L[other], a = lab.A[one] - lab.A[other], b = lab.B[one] - lab.B[other];
        return (int)(Parts * MathF.Min(Clear, 100 * MathF.Sqrt(l * l + a * a + b * b)));
    }
}
