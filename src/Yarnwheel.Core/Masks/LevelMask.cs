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

    /// <summary>So many pixels of a row are looked at together: mostly all are nothing, or all.</summary>
    private const int Chunk = 64;

    /// <summary>A mean so near to nothing or all is it: what rounding left.</summary>
    private const float Rounding = 1e-6f;

    /// <summary>Draws a row: smaller than the level each pixel is the mean over what it covers; else the contour is smoothed by a 3 × 3 binomial.</summary>
    /// <param name="shares">Mask of each value, 0 … 1.</param>
    /// <param name="y">On the picture, at the view's scale.</param>
    /// <param name="mask">Receives the row.</param>
    public void Row(ShareTable shares, int y, Span<float> mask)
    {
        if (step > 1) Mean(shares, y, mask);
        else Smooth(shares, y, mask);
    }

    /// <summary>The value of the level's pixel under the middle of a screen pixel.</summary>
    public byte At(int x, int y) =>
        values[Math.Min((int)((y + 0.5) * step), height - 1) * width + Math.Min((int)((x + 0.5) * step), width - 1)];

    private void Mean(ShareTable shares, int y, Span<float> mask)
    {
        var rows = Cover.Of(y, step, height);
        // So many more that three can be read from any place.
        var down = ArrayPool<float>.Shared.Rent(columns[^1].First + columns[^1].Count - columns[0].First + 2);
        for (var x = 0; x < mask.Length; x += Chunk)
        {
            var own = mask.Slice(x, Math.Min(Chunk, mask.Length - x));
            int first = columns[x].First, length = columns[x + own.Length - 1].First + columns[x + own.Length - 1].Count - first;
            if (IsEven(shares, rows.First, rows.Count, first, length, out var share)) own.Fill(share);
            else Mean(shares, rows, first, x, down.AsSpan(0, length + 2), own);
        }
        ArrayPool<float>.Shared.Return(down);
    }

    /// <summary>Whether a place of the level has one share.</summary>
    private bool IsEven(ShareTable shares, int top, int rows, int left, int length, out float share)
    {
        if (!shares.IsEven(values.AsSpan(top * width + left, length), out share)) return false;
        for (var r = 1; r < rows; r++)
            if (!shares.IsEven(values.AsSpan((top + r) * width + left, length), out var other) || other != share) return false;
        return true;
    }

    /// <summary>Down first, then across, so that each value of the level is looked up once a row.</summary>
    private void Mean(ShareTable shares, Cover rows, int first, int x, Span<float> down, Span<float> mask)
    {
        down[^2..].Clear();
        var span = down[..^2];
        for (var r = 0; r < rows.Count; r++)
        {
            var line = values.AsSpan((rows.First + r) * width + first, span.Length);
            var weight = rows.Weight(r);
            if (r == 0)
                for (var i = 0; i < line.Length; i++) span[i] = weight * shares[line[i]];
            else
                for (var i = 0; i < line.Length; i++) span[i] += weight * shares[line[i]];
        }
        if (step <= 2) Narrow(down, columns.AsSpan(x, mask.Length), mask);
        else Wide(span, columns.AsSpan(x, mask.Length), mask);
        foreach (ref var m in mask) m = m < Rounding ? 0 : m > 1 - Rounding ? 1 : m;
    }

    /// <summary>Of three pixels of the level at most: those that a screen pixel does not cover weigh nothing.</summary>
    private static void Narrow(ReadOnlySpan<float> down, ReadOnlySpan<Cover> covers, Span<float> mask)
    {
        var first = covers[0].First;
        for (var x = 0; x < mask.Length; x++)
        {
            ref readonly var cover = ref covers[x];
            var three = down.Slice(cover.First - first, 3);
            float second = cover.Count > 2 ? cover.InnerWeight : cover.LastWeight, third = cover.Count > 2 ? cover.LastWeight : 0;
            mask[x] = cover.FirstWeight * three[0] + second * three[1] + third * three[2];
        }
    }

    private static void Wide(ReadOnlySpan<float> down, ReadOnlySpan<Cover> covers, Span<float> mask)
    {
        var first = covers[0].First;
        for (var x = 0; x < mask.Length; x++)
        {
            ref readonly var cover = ref covers[x];
            var at = cover.First - first;
            var sum = cover.FirstWeight * down[at];
            for (var c = 1; c < cover.Count; c++) sum += cover.Weight(c) * down[at + c];
            mask[x] = sum;
        }
    }

    private void Smooth(ShareTable shares, int y, Span<float> mask)
    {
        var row = Math.Min((int)((y + 0.5) * step), height - 1);
        int top = Math.Max(0, row - 1), bottom = Math.Min(height - 1, row + 1);
        for (var x = 0; x < mask.Length; x += Chunk)
        {
            var own = mask.Slice(x, Math.Min(Chunk, mask.Length - x));
            int left = Math.Max(0, Column(x) - 1), right = Math.Min(width - 1, Column(x + own.Length - 1) + 1);
            if (IsEven(shares, top, bottom - top + 1, left, right - left + 1, out var share)) own.Fill(share);
            else Smooth(shares, top * width, row * width, bottom * width, x, own);
        }
    }

    private void Smooth(ShareTable shares, int above, int here, int below, int x, Span<float> mask)
    {
        for (var k = 0; k < mask.Length; k++)
        {
            var column = Column(x + k);
            float Down(int c) => shares[values[above + c]] + 2 * shares[values[here + c]] + shares[values[below + c]];
            mask[k] = (Down(Math.Max(0, column - 1)) + 2 * Down(column) + Down(Math.Min(width - 1, column + 1))) * 0.0625f;
        }
    }

    /// <summary>The level's column under the middle of a pixel of the row.</summary>
    private int Column(int x) => Math.Min((int)((region.X + x + 0.5) * step), width - 1);
}
