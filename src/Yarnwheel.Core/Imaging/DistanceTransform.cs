using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Imaging;

/// <summary>For each pixel the exact Euclidean distance to the nearest marked pixel, and which one that is.</summary>
/// <remarks>P. Felzenszwalb, D. Huttenlocher, "Distance Transforms of Sampled Functions", Theory of Computing 8, 2012:
/// first along columns, then the lower envelope of parabolas along rows; where only what is near is asked for, all columns so near are tried in lanes.</remarks>
public sealed class DistanceTransform
{
    private const int Nowhere = int.MaxValue / 4;
    private const int Columns = 64;

    /// <summary>Up to so many pixels all columns are tried: squared distance and column make one number that a float holds exactly.</summary>
    private const int Close = 100;

    // Numbers of squared distances are so far apart; a column's own number is less.
    private const int Number = 256;
    private const float None = 1e9f;

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

    /// <summary>Where the marked pixel nearest to one lies; says whether any is marked.</summary>
    /// <param name="x">Of the one.</param>
    /// <param name="y">Of the one.</param>
    /// <param name="nearest">Receives it.</param>
    public bool TryNearest(int x, int y, out (int X, int Y) nearest)
    {
        var start = y * Width;
        var column = columns[start + x];
        nearest = column < 0 ? default : (column, rows[start + column]);
        return column >= 0;
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
        var rows = GC.AllocateUninitializedArray<int>(marked.Length);
        var bands = (width + Columns - 1) / Columns;
        Parallel.For(0, bands, new ParallelOptions { CancellationToken = cancel }, band => Down(marked, rows, width, height, band * Columns, furthest));
        var columns = GC.AllocateUninitializedArray<int>(marked.Length);
        if (furthest <= Close)
        {
            var taps = Taps(furthest);
            Rows.Each(height, 2 * (width + taps.Length), (y, scratch) => Tried(rows.AsSpan(y * width, width), y, taps, scratch, columns.AsSpan(y * width, width)), cancel);
            return new DistanceTransform(columns, rows, width);
        }
        Parallel.For(0, height, new ParallelOptions { CancellationToken = cancel }, () => (Vertices: new int[width], Borders: new double[width + 1]), (y, _, scratch) =>
        {
            Across(rows.AsSpan(y * width, width), y, width, scratch.Vertices, scratch.Borders, columns.AsSpan(y * width, width));
            return scratch;
        }, _ => { });
        return new DistanceTransform(columns, rows, width);
    }

    /// <summary>The row of the nearest marked pixel in each pixel's own column; of two as near the upper one.</summary>
    private static void Down(bool[] marked, int[] rows, int width, int height, int first, int furthest)
    {
        var count = Math.Min(Columns, width - first);
        var none = new int[count];
        Array.Fill(none, Nowhere);
        ReadOnlySpan<int> above = none;
        for (var y = 0; y < height; y++)
        {
            var own = rows.AsSpan(y * width + first, count);
            Mark(MemoryMarshal.AsBytes(marked.AsSpan(y * width + first, count)), y, above, own);
            above = own;
        }
        ReadOnlySpan<int> below = none;
        for (var y = height - 1; y >= 0; y--)
        {
            var own = rows.AsSpan(y * width + first, count);
            Nearer(below, y, furthest, own);
            below = own;
        }
    }

    /// <summary>A marked pixel's own row, else what is said above it.</summary>
    private static void Mark(ReadOnlySpan<byte> marked, int y, ReadOnlySpan<int> above, Span<int> own)
    {
        var x = 0;
        for (; x <= own.Length - Vector128<byte>.Count; x += Vector128<byte>.Count)
        {
            var (low, high) = Vector128.Widen(Vector128.Create(marked.Slice(x, Vector128<byte>.Count)));
            var (one, two) = Vector128.Widen(low);
            var (three, four) = Vector128.Widen(high);
            Put(one, x, above, own);
            Put(two, x + 4, above, own);
            Put(three, x + 8, above, own);
            Put(four, x + 12, above, own);
        }
        for (; x < own.Length; x++) own[x] = marked[x] != 0 ? y : above[x];

        void Put(Vector128<uint> isMarked, int at, ReadOnlySpan<int> before, Span<int> into) =>
            Vector128.ConditionalSelect(Vector128.Equals(isMarked, Vector128<uint>.Zero).AsInt32(), Vector128.Create(before.Slice(at, 4)), Vector128.Create(y)).CopyTo(into.Slice(at, 4));
    }

    /// <summary>What is said below, where that is nearer. What is further off in its own column than is asked for is nobody's nearest within it.</summary>
    private static void Nearer(ReadOnlySpan<int> below, int y, int furthest, Span<int> own)
    {
        var x = 0;
        for (; x <= own.Length - Vector128<int>.Count; x += Vector128<int>.Count)
        {
            Vector128<int> here = Vector128.Create(own.Slice(x, 4)), next = Vector128.Create(below.Slice(x, 4)), row = Vector128.Create(y);
            var nearest = Vector128.ConditionalSelect(Vector128.LessThan(Vector128.Abs(next - row), Vector128.Abs(here - row)), next, here);
            Vector128.ConditionalSelect(Vector128.GreaterThan(Vector128.Abs(nearest - row), Vector128.Create(furthest)), Vector128.Create(Nowhere), nearest).CopyTo(own.Slice(x, 4));
        }
        for (; x < own.Length; x++)
        {
            var nearest = Math.Abs(below[x] - y) < Math.Abs(own[x] - y) ? below[x] : own[x];
            own[x] = Math.Abs(nearest - y) > furthest ? Nowhere : nearest;
        }
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

    /// <summary>What each column adds: from the furthest on the left, so that of several as near the leftmost wins, as above.</summary>
    private static float[] Taps(int furthest) => [.. Enumerable.Range(0, 2 * furthest + 1).Select(k => (float)((k - furthest) * (k - furthest) * Number + k))];

    private static void Tried(ReadOnlySpan<int> rows, int y, float[] taps, Span<float> scratch, Span<int> columns)
    {
        columns.Fill(-1);
        var first = rows.IndexOfAnyExcept(Nowhere);
        if (first < 0) return;
        // Only where some column is near enough.
        var furthest = taps.Length / 2;
        int from = Math.Max(0, first - furthest), to = Math.Min(rows.Length, rows.LastIndexOfAnyExcept(Nowhere) + furthest + 1);
        Near(rows[from..to], y, taps, scratch, from, columns[from..to]);
    }

    private static void Near(ReadOnlySpan<int> rows, int y, float[] taps, Span<float> scratch, int start, Span<int> columns)
    {
        var furthest = taps.Length / 2;
        Span<float> padded = scratch[..(rows.Length + 2 * furthest)], best = scratch.Slice(padded.Length, rows.Length);
        padded[..furthest].Fill(None);
        padded[^furthest..].Fill(None);
        Squares(rows, y, padded.Slice(furthest, rows.Length));
        LaneLoop.Over(new LeastKernel(padded, taps, best), best.Length);
        Read(best, start - furthest, columns);
    }

    /// <summary>The squared distances along columns, as parts of the numbers.</summary>
    private static void Squares(ReadOnlySpan<int> rows, int y, Span<float> into)
    {
        var x = 0;
        for (; x <= rows.Length - Vector128<int>.Count; x += Vector128<int>.Count)
        {
            var own = Vector128.Create(rows.Slice(x, 4));
            var down = own - Vector128.Create(y);
            Vector128.ConditionalSelect(Vector128.Equals(own, Vector128.Create(Nowhere)).AsSingle(), Vector128.Create(None), Vector128.ConvertToSingle(down * down * Number)).CopyTo(into.Slice(x, 4));
        }
        for (; x < rows.Length; x++) into[x] = rows[x] == Nowhere ? None : (rows[x] - y) * (rows[x] - y) * Number;
    }

    /// <summary>The columns out of the numbers.</summary>
    /// <param name="best">The numbers.</param>
    /// <param name="start">The column that the first tap of the first pixel stands for.</param>
    /// <param name="columns">Receives them.</param>
    private static void Read(ReadOnlySpan<float> best, int start, Span<int> columns)
    {
        var x = 0;
        var place = Vector128.Create(0, 1, 2, 3) + Vector128.Create(start);
        for (; x <= best.Length - Vector128<int>.Count; x += Vector128<int>.Count)
        {
            var own = Vector128.Create(best.Slice(x, 4));
            var column = (Vector128.ConvertToInt32(own) & Vector128.Create(Number - 1)) + place + Vector128.Create(x);
            Vector128.ConditionalSelect(Vector128.GreaterThanOrEqual(own, Vector128.Create(None)).AsInt32(), Vector128.Create(-1), column).CopyTo(columns.Slice(x, 4));
        }
        for (; x < best.Length; x++) columns[x] = best[x] >= None ? -1 : x + start + ((int)best[x] & (Number - 1));
    }

    private readonly ref struct LeastKernel(ReadOnlySpan<float> padded, ReadOnlySpan<float> taps, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> padded = padded;
        private readonly ReadOnlySpan<float> taps = taps;
        private readonly Span<float> into = into;

        public static bool InPairs => true;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            ReadOnlySpan<float> row = padded, add = taps;
            for (var x = from; x < to; x += T.Count)
            {
                var least = T.Of(2 * None);
                for (var k = 0; k < add.Length; k++) least = T.Min(least, row.Load<T>(x + k) + T.Of(add[k]));
                into.Save(x, least);
            }
        }
    }

    private static double Square(double v) => v * v;
}
