using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>What is known of each superpixel of a picture, figure by figure.</summary>
/// <param name="picture">Whose superpixels they are.</param>
internal sealed class FigureTable(CutPicture picture)
{
    private readonly List<float[]> columns = [];

    /// <summary>Figures of each superpixel.</summary>
    public int Count => columns.Count;

    /// <param name="column">Of each superpixel.</param>
    public void Add(IEnumerable<float> column) => columns.Add([.. column]);

    /// <summary>The same, and beside it the mean of each superpixel and its neighbours.</summary>
    public void AddWithMean(float[] column)
    {
        columns.Add(column);
        columns.Add(Mean(column));
    }

    /// <summary>The mean of each superpixel and its neighbours, by their sizes.</summary>
    public float[] Mean(float[] column)
    {
        var means = new float[column.Length];
        for (var k = 0; k < means.Length; k++)
        {
            float sum = column[k] * picture.Sizes[k], all = picture.Sizes[k] + 1e-3f;
            foreach (var n in picture.Neighbours[k])
            {
                sum += column[n] * picture.Sizes[n];
                all += picture.Sizes[n];
            }
            means[k] = sum / all;
        }
        return means;
    }

    /// <summary>All figures of some superpixels, followed by those that hold for all of them, row by row.</summary>
    /// <param name="of">Which superpixels.</param>
    /// <param name="common">Figures of all.</param>
    public float[] Rows(IReadOnlyList<int> of, float[] common)
    {
        var width = Count + common.Length;
        var rows = new float[of.Count * width];
        for (var i = 0; i < of.Count; i++)
        {
            for (var f = 0; f < Count; f++) rows[i * width + f] = columns[f][of[i]];
            common.CopyTo(rows, i * width + Count);
        }
        return rows;
    }
}
