using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks;

/// <summary>Draws a mask that is known, as one of 256 values, for each pixel of a pyramid level, in a view of any scale.</summary>
/// <param name="values">Of the level's pixels.</param>
/// <param name="width">Of the level.</param>
/// <param name="height">Of the level.</param>
/// <param name="step">Level pixels a screen pixel.</param>
internal sealed class LevelMask(byte[] values, int width, int height, double step)
{
    /// <summary>Draws a row: smaller than the level each pixel is the mean over what it covers; else the contour is smoothed by a 3 × 3 binomial.</summary>
    /// <param name="shares">Mask of each value, 0 … 1.</param>
    /// <param name="region">Of the view, at its scale.</param>
    /// <param name="y">Row of the region.</param>
    /// <param name="mask">Receives the row.</param>
    public void Row(float[] shares, Region region, int y, Span<float> mask)
    {
        if (step > 1) Mean(shares, region.X, region.Y + y, mask);
        else Smooth(shares, region.X, region.Y + y, mask);
    }

    /// <summary>The value of the level's pixel under the middle of a screen pixel.</summary>
    public byte At(int x, int y) =>
        values[Math.Min((int)((y + 0.5) * step), height - 1) * width + Math.Min((int)((x + 0.5) * step), width - 1)];

    private void Mean(float[] shares, int x0, int y, Span<float> mask)
    {
        var rows = Cover.Of(y, step, height);
        for (var x = 0; x < mask.Length; x++)
        {
            var columns = Cover.Of(x0 + x, step, width);
            float sum = 0;
            for (var r = 0; r < rows.Count; r++)
            {
                var at = (rows.First + r) * width + columns.First;
                float row = 0;
                for (var c = 0; c < columns.Count; c++) row += columns.Weight(c) * shares[values[at + c]];
                sum += rows.Weight(r) * row;
            }
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
