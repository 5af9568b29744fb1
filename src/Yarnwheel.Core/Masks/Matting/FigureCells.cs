using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Means of several figures over what lies about a place: sums of square cells, smoothed, read between them.</summary>
internal sealed class FigureCells
{
    /// <summary>Deviation of the smoothing, cells.</summary>
    private const double Smooth = 0.8;

    /// <summary>Weight at which a mean counts half; where nothing lies it is 0.</summary>
    private const float Least = 0.01f;

    private readonly float side;
    private readonly int across;
    private readonly int down;

    /// <summary>Figure by figure, at last the weights.</summary>
    private readonly float[][] sums;

    public long Bytes => 4L * sums.Length * across * down;

    private FigureCells(float side, int across, int down, float[][] sums) => (this.side, this.across, this.down, this.sums) = (side, across, down, sums);

    /// <summary>Sums of pixels.</summary>
    /// <param name="width">Of the picture, pixels.</param>
    /// <param name="height">Likewise.</param>
    /// <param name="side">Of a cell, pixels.</param>
    /// <param name="figures">How many.</param>
    /// <param name="put">Writes the figures of a pixel, by its column and row, with its weight behind them; says whether it has any.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static FigureCells Of(int width, int height, int side, int figures, PixelFigures put, CancellationToken cancel)
    {
        int across = (width + side - 1) / side, down = (height + side - 1) / side;
        var sums = Planes(figures + 1, across * down);
        Rows.Each(down, figures + 1, (cellRow, own) =>
        {
            var values = own.AsSpan(0, figures + 1);
            for (var y = cellRow * side; y < Math.Min(height, (cellRow + 1) * side); y++)
            {
                for (var x = 0; x < width; x++)
                {
                    if (!put(x, y, values)) continue;
                    var cell = cellRow * across + x / side;
                    for (var k = 0; k < values.Length; k++) sums[k][cell] += values[k];
                }
            }
        }, cancel);
        return new FigureCells(side, across, down, sums);
    }

    /// <summary>Larger cells of the same sums.</summary>
    /// <param name="many">Cells to a side.</param>
    public FigureCells Coarser(int many)
    {
        int wide = (across + many - 1) / many, high = (down + many - 1) / many;
        var coarse = Planes(sums.Length, wide * high);
        for (var k = 0; k < sums.Length; k++)
            for (var y = 0; y < down; y++)
                for (var x = 0; x < across; x++) coarse[k][y / many * wide + x / many] += sums[k][y * across + x];
        return new FigureCells(many * side, wide, high, coarse);
    }

    /// <summary>The same, each cell with its neighbours.</summary>
    public FigureCells Smoothed()
    {
        var smooth = new float[sums.Length][];
        Rows.Each(sums.Length, k => smooth[k] = SmallBlur.Of(sums[k], across, down, Smooth));
        return new FigureCells(side, across, down, smooth);
    }

    /// <summary>The means about a place.</summary>
    /// <param name="x">Pixels from the left.</param>
    /// <param name="y">Pixels from above.</param>
    /// <param name="first">The first of the figures wanted.</param>
    /// <param name="into">Receives them.</param>
    public void Means(float x, float y, int first, Span<float> into)
    {
        float u = Math.Clamp(x / side - 0.5f, 0, across - 1), v = Math.Clamp(y / side - 0.5f, 0, down - 1);
        int left = (int)u, top = (int)v, right = left + 1 < across ? 1 : 0, below = top + 1 < down ? across : 0, at = top * across + left;
        float p = u - left, q = v - top, a = (1 - p) * (1 - q), b = p * (1 - q), c = (1 - p) * q, d = p * q;
        var weights = sums[^1];
        var share = 1 / (a * weights[at] + b * weights[at + right] + c * weights[at + below] + d * weights[at + right + below] + Least);
        for (var k = 0; k < into.Length; k++)
        {
            var own = sums[first + k];
            into[k] = (a * own[at] + b * own[at + right] + c * own[at + below] + d * own[at + right + below]) * share;
        }
    }

    private static float[][] Planes(int count, int length) => [.. Enumerable.Range(0, count).Select(_ => new float[length])];
}

/// <summary>Writes a pixel's figures and, behind them, its weight.</summary>
/// <param name="x">Its column.</param>
/// <param name="y">Its row.</param>
/// <param name="into">Receives them.</param>
/// <returns>Whether it has any.</returns>
internal delegate bool PixelFigures(int x, int y, Span<float> into);
