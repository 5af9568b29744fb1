using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Sums of several figures over square cells, of which means over what lies about a place are made (<see cref="FigureMeans"/>).</summary>
internal sealed class FigureCells
{
    /// <summary>Deviation of the smoothing, cells.</summary>
    private const double Smooth = 0.8;

    private readonly int side;
    private readonly int across;
    private readonly int down;

    /// <summary>Figure by figure, at last the weights.</summary>
    private readonly float[][] sums;

    private FigureCells(int side, int across, int down, float[][] sums) => (this.side, this.across, this.down, this.sums) = (side, across, down, sums);

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

    /// <summary>Means of the sums, each cell with its neighbours.</summary>
    public FigureMeans Means()
    {
        var smooth = new float[across * down * sums.Length];
        Rows.Each(sums.Length, k =>
        {
            var own = SmallBlur.Of(sums[k], across, down, Smooth);
            for (var i = 0; i < own.Length; i++) smooth[i * sums.Length + k] = own[i];
        });
        return new FigureMeans(side, across, down, smooth);
    }

    private static float[][] Planes(int count, int length) => [.. Enumerable.Range(0, count).Select(_ => new float[length])];
}

/// <summary>Writes a pixel's figures and, behind them, its weight.</summary>
/// <param name="x">Its column.</param>
/// <param name="y">Its row.</param>
/// <param name="into">Receives them.</param>
/// <returns>Whether it has any.</returns>
internal delegate bool PixelFigures(int x, int y, Span<float> into);
