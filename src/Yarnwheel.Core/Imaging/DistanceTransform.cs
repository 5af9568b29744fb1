namespace Yarnwheel.Core.Imaging;

/// <summary>For each pixel the exact Euclidean distance to the nearest marked pixel, and which one that is.</summary>
/// <remarks>P. Felzenszwalb, D. Huttenlocher, "Distance Transforms of Sampled Functions", Theory of Computing 8, 2012:
/// first along columns, then the lower envelope of parabolas along rows.</remarks>
public sealed class DistanceTransform
{
    private const int Nowhere = int.MaxValue / 4;
    private const int Columns = 64;

    // Of each pixel the column that its nearest marked pixel lies in, −1 for none; and of each pixel the row of the nearest one in its own column.
    private readonly int[] columns;
    private readonly int[] rows;

    private DistanceTransform(int[] columns, int[] rows, int width)
    {
        this.columns = columns;
        this.rows = rows;
        Width = width;
    }

    public int Width { get; }

    /// <summary>Index of the marked pixel nearest to one; −1 where none is marked.</summary>
    public int Nearest(int index)
    {
        var column = columns[index];
        if (column < 0) return -1;
        var start = index / Width * Width;
        return rows[start + column] * Width + column;
    }

    /// <summary>Distance to the nearest marked pixel, pixels; infinite where none is marked.</summary>
    public float Distance(int index)
    {
        var y = index / Width;
        return Distance(index - y * Width, y);
    }

    /// <inheritdoc cref="Distance(int)"/>
    public float Distance(int x, int y)
    {
        var column = columns[y * Width + x];
        if (column < 0) return float.PositiveInfinity;
        double dx = x - column, dy = y - rows[y * Width + column];
        return (float)Math.Sqrt(dx * dx + dy * dy);
    }

    /// <summary>The distances of a row's pixels.</summary>
    /// <param name="y">Of the row.</param>
    /// <param name="distances">Receives them.</param>
    public void Row(int y, Span<float> distances)
    {
        for (var x = 0; x < distances.Length; x++) distances[x] = Distance(x, y);
    }

    /// <param name="marked">Row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="within">Pixels further off than this need not be told apart from those that have none, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <example><code>
    /// var distances = DistanceTransform.Of(contour, width, height, within: 12);
    /// var isNear = distances.Distance(y * width + x) &lt;= 12;
    /// </code></example>
    public static DistanceTransform Of(bool[] marked, int width, int height, double within = double.MaxValue, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(marked);
        var furthest = (int)Math.Min(Nowhere, Math.Ceiling(within));
        var rows = new int[marked.Length];
        var bands = (width + Columns - 1) / Columns;
        Parallel.For(0, bands, new ParallelOptions { CancellationToken = cancel }, band => Down(marked, rows, width, height, band * Columns, furthest));
        var columns = new int[marked.Length];
        Parallel.For(0, height, new ParallelOptions { CancellationToken = cancel }, () => (Vertices: new int[width], Borders: new double[width + 1]), (y, _, scratch) =>
        {
            Across(rows.AsSpan(y * width, width), y, width, scratch.Vertices, scratch.Borders, columns.AsSpan(y * width, width));
            return scratch;
        }, _ => { });
        return new DistanceTransform(columns, rows, width);
    }

    /// <summary>The row of the nearest marked pixel in each pixel's own column.</summary>
    private static void Down(bool[] marked, int[] rows, int width, int height, int first, int furthest)
    {
        var end = Math.Min(first + Columns, width);
        for (var y = 0; y < height; y++)
            for (var x = first; x < end; x++)
                rows[y * width + x] = marked[y * width + x] ? y : y == 0 ? Nowhere : rows[(y - 1) * width + x];
        for (var y = height - 2; y >= 0; y--)
        {
            for (var x = first; x < end; x++)
            {
                ref var here = ref rows[y * width + x];
                var below = rows[(y + 1) * width + x];
                if (below != Nowhere && (here == Nowhere || below - y < y - here)) here = below;
            }
        }
        if (furthest == Nowhere) return;
        // What is further off in its own column than is asked for is nobody's nearest within it.
        for (var y = 0; y < height; y++)
            for (var x = first; x < end; x++)
                if (Math.Abs(rows[y * width + x] - y) > furthest) rows[y * width + x] = Nowhere;
    }

    private static void Across(ReadOnlySpan<int> rows, int y, int width, int[] vertices, double[] borders, Span<int> columns)
    {
        var count = 0;
        for (var x = 0; x < width; x++)
        {
            if (rows[x] == Nowhere) continue;
            var height = Square(rows[x] - y) + Square(x);
            var border = double.NegativeInfinity;
            while (count > 0)
            {
                var last = vertices[count - 1];
                border = (height - Square(rows[last] - y) - Square(last)) / (2.0 * (x - last));
                if (border > borders[count - 1]) break;
                count--;
                border = double.NegativeInfinity;
            }
            vertices[count] = x;
            borders[count++] = border;
        }
        if (count == 0)
        {
            columns.Fill(-1);
            return;
        }
        borders[count] = double.PositiveInfinity;
        var at = 0;
        for (var x = 0; x < width; x++)
        {
            while (borders[at + 1] < x) at++;
            columns[x] = vertices[at];
        }
    }

    private static double Square(double v) => v * v;
}
