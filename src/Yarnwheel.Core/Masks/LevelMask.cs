using System.Buffers;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Masks;

/// <summary>Draws a mask that is known, as one of 256 values, for each pixel of a pyramid level, in a view of any scale.</summary>
/// <param name="values">Of the level's pixels.</param>
/// <param name="width">Of the level.</param>
/// <param name="height">Of the level.</param>
/// <param name="step">Level pixels a screen pixel.</param>
/// <param name="region">Of the view, at its scale.</param>
internal sealed class LevelMask(byte[] values, int width, int height, double step, Region region)
{
    private readonly Cover[] columns = step > 1 ? [.. Enumerable.Range(region.X, region.Width).Select(x => Cover.Of(x, step, width))] : [];

    /// <summary>Draws a row: smaller than the level each pixel is the mean over what it covers; else the contour is smoothed by a 3 × 3 binomial.</summary>
    /// <param name="shares">Mask of each value, 0 … 1.</param>
    /// <param name="y">On the picture, at the view's scale.</param>
    /// <param name="mask">Receives the row.</param>
    public void Row(float[] shares, int y, Span<float> mask)
    {
        if (step > 1) Mean(shares, y, mask);
        else Smooth(shares, region.X, y, mask);
    }

    /// <summary>The value of the level's pixel under the middle of a screen pixel.</summary>
    public byte At(int x, int y) =>
        values[Math.Min((int)((y + 0.5) * step), height - 1) * width + Math.Min((int)((x + 0.5) * step), width - 1)];

    /// <summary>Down first, then across, so that each value of the level is looked up once a row.</summary>
    private void Mean(float[] shares, int y, Span<float> mask)
    {
        var rows = Cover.Of(y, step, height);
        var first = columns[0].First;
        var length = columns[^1].First + columns[^1].Count - first;
        // So many more that three can be read from any place.
        var down = ArrayPool<float>.Shared.Rent(length + 2);
        down.AsSpan(length, 2).Clear();
        var span = down.AsSpan(0, length);
        for (var r = 0; r < rows.Count; r++)
        {
            var line = values.AsSpan((rows.First + r) * width + first, span.Length);
            var weight = rows.Weight(r);
            if (r == 0)
                for (var i = 0; i < line.Length; i++) span[i] = weight * shares[line[i]];
            else
                for (var i = 0; i < line.Length; i++) span[i] += weight * shares[line[i]];
        }
        if (step <= 2) Narrow(down, first, mask);
        else Wide(span, first, mask);
        ArrayPool<float>.Shared.Return(down);
    }

    /// <summary>Of three pixels of the level at most: those that a screen pixel does not cover weigh nothing.</summary>
    private void Narrow(ReadOnlySpan<float> down, int first, Span<float> mask)
    {
        ReadOnlySpan<Cover> covers = columns;
        for (var x = 0; x < mask.Length; x++)
        {
            ref readonly var cover = ref covers[x];
            var three = down.Slice(cover.First - first, 3);
            float second = cover.Count > 2 ? cover.InnerWeight : cover.LastWeight, third = cover.Count > 2 ? cover.LastWeight : 0;
            mask[x] = cover.FirstWeight * three[0] + second * three[1] + third * three[2];
        }
    }

    private void Wide(ReadOnlySpan<float> down, int first, Span<float> mask)
    {
        for (var x = 0; x < mask.Length; x++)
        {
            ref readonly var cover = ref columns[x];
            var at = cover.First - first;
            var sum = cover.FirstWeight * down[at];
            for (var c = 1; c < cover.Count; c++) sum += cover.Weight(c) * down[at + c];
            mask[x] = sum;
        }
    }

    private void Smooth(float[] shares, int x0, int y, Span<float> mask)
    {
        var row = Math.Min((int)((y + 0.5) * step), height - 1);
        var above = Math.Max(0, row - 1) * width;
        var below = Math.Min(height - 1, row + 1) * width;
        var here = row * width;
        for (var x = 0; x < mask.Length; x++)
        {
            var column = Math.Min((int)((x0 + x + 0.5) * step), width - 1);
            var left = Math.Max(0, column - 1);
            var right = Math.Min(width - 1, column + 1);
            float Down(int c) => shares[values[above + c]] + 2 * shares[values[here + c]] + shares[values[below + c]];
            mask[x] = (Down(left) + 2 * Down(column) + Down(right)) * 0.0625f;
        }
    }
}
