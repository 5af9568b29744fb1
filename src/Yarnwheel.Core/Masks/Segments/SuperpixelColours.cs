namespace Yarnwheel.Core.Masks.Segments;

/// <summary>Of each superpixel, which cells of colour its pixels lie in, and how many in each: what is asked of all pixels is then asked of these.</summary>
internal sealed class SuperpixelColours
{
    private readonly int cellCount;
    private readonly int[] starts;
    private readonly int[] cells;
    private readonly float[] counts;

    private SuperpixelColours(int cellCount, int[] starts, int[] cells, float[] counts)
    {
        (this.cellCount, this.starts) = (cellCount, starts);
        (this.cells, this.counts) = (cells, counts);
    }

    public long Bytes => 4L * starts.Length + 8L * cells.Length;

    /// <param name="labels">The superpixel of each pixel.</param>
    /// <param name="superpixels">How many there are.</param>
    /// <param name="cellOf">The cell of each pixel.</param>
    /// <param name="cellCount">How many cells there are.</param>
    public static SuperpixelColours Of(int[] labels, int superpixels, int[] cellOf, int cellCount)
    {
        // The pixels' cells, superpixel by superpixel.
        var ends = new int[superpixels + 1];
        foreach (var label in labels) ends[label + 1]++;
        for (var k = 0; k < superpixels; k++) ends[k + 1] += ends[k];
        var sorted = new int[labels.Length];
        var next = (int[])ends.Clone();
        for (var i = 0; i < labels.Length; i++) sorted[next[labels[i]]++] = cellOf[i];

        var starts = new int[superpixels + 1];
        var (cells, counts) = (new List<int>(labels.Length / 3), new List<float>(labels.Length / 3));
        for (var k = 0; k < superpixels; k++)
        {
            var own = sorted.AsSpan(ends[k], ends[k + 1] - ends[k]);
            own.Sort();
            for (var i = 0; i < own.Length; i++)
            {
                if (i > 0 && own[i] == own[i - 1])
                {
                    counts[^1]++;
                    continue;
                }
                cells.Add(own[i]);
                counts.Add(1);
            }
            starts[k + 1] = cells.Count;
        }
        return new SuperpixelColours(cellCount, starts, [.. cells], [.. counts]);
    }

    /// <summary>What holds of the cells, summed over the pixels of each superpixel.</summary>
    /// <param name="values">Of each cell.</param>
    public float[] Summed(float[] values)
    {
        var sums = new float[starts.Length - 1];
        for (var k = 0; k < sums.Length; k++)
        {
            var sum = 0f;
            for (var i = starts[k]; i < starts[k + 1]; i++) sum += counts[i] * values[cells[i]];
            sums[k] = sum;
        }
        return sums;
    }

    /// <summary>How much of each cell lies in superpixels of some weight.</summary>
    /// <param name="weights">Of each superpixel.</param>
    public float[] Weighed(ReadOnlySpan<float> weights)
    {
        var sums = new float[cellCount];
        for (var k = 0; k < weights.Length; k++)
        {
            if (weights[k] == 0) continue;
            for (var i = starts[k]; i < starts[k + 1]; i++) sums[cells[i]] += counts[i] * weights[k];
        }
        return sums;
    }
}
