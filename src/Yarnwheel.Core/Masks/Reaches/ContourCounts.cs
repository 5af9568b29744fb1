using Yarnwheel.Core.Colour;

namespace Yarnwheel.Core.Masks.Reaches;

/// <summary>What the border of a mask would be like at each of its thresholds, all counted in one pass.</summary>
/// <remarks>At a threshold all is inside that has a lower step. Whole numbers, so that the sums are the same in any order.</remarks>
internal sealed class ContourCounts
{
    /// <summary>Thresholds from 0 on.</summary>
    public const int Thresholds = 257;

    /// <summary>Contrasts are counted in so many parts of one hundredth of OKLab.</summary>
    private const int Parts = 100;

    /// <summary>A contrast of more than this, hundredths of OKLab, is a contour as clear as any.</summary>
    private const float Clear = 8;

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
    public double Distinctness(int threshold) => (double)Contrast[threshold] / Parts / Math.Max(1, Length[threshold]);

    /// <param name="lab">The picture.</param>
    /// <param name="steps">Of each of its pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static ContourCounts Of(LabPlanes lab, byte[] steps, CancellationToken cancel)
    {
        int width = lab.Width, height = lab.Height;
        var sum = new ContourCounts();
        var gate = new Lock();
        Parallel.For(0, height, new ParallelOptions { CancellationToken = cancel }, () => new ContourCounts(), (y, _, own) =>
        {
            var row = y * width;
            for (var x = 0; x < width; x++)
            {
                var at = row + x;
                own.Area[steps[at] + 1]++;
                // The contrast is that of the pixels to either side of both: the border itself is mixed.
                if (x + 1 < width) own.Count(steps[at], steps[at + 1], lab, row + Math.Max(0, x - 1), row + Math.Min(width - 1, x + 2));
                if (y + 1 < height) own.Count(steps[at], steps[at + width], lab, Math.Max(0, y - 1) * width + x, Math.Min(height - 1, y + 2) * width + x);
            }
            return own;
        }, own =>
        {
            lock (gate) sum.Add(own);
        });
        foreach (var counts in sum.All)
            for (var t = 1; t < counts.Length; t++) counts[t] += counts[t - 1];
        return sum;
    }

    private IEnumerable<long[]> All => [Area, Length, Contrast];

    /// <summary>Two neighbours: the border runs between them at the thresholds above the lower step, up to the higher one.</summary>
    private void Count(int one, int other, LabPlanes lab, int before, int behind)
    {
        if (one == other) return;
        float l = lab.L[before] - lab.L[behind], a = lab.A[before] - lab.A[behind], b = lab.B[before] - lab.B[behind];
        var contrast = (int)(Parts * MathF.Min(Clear, 100 * MathF.Sqrt(l * l + a * a + b * b)));
        int from = Math.Min(one, other) + 1, to = Math.Max(one, other) + 1;
        Length[from]++;
        Length[to]--;
        Contrast[from] += contrast;
        Contrast[to] -= contrast;
    }

    private void Add(ContourCounts other)
    {
        foreach (var (own, more) in All.Zip(other.All))
            for (var t = 0; t < own.Length; t++) own[t] += more[t];
    }
}
