using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>What the edge pixels of an area are mixed from, row by row of a region.</summary>
internal sealed class FringeColours : IPlaced
{
    private readonly int[] starts;
    private readonly int[] columns;
    private readonly EdgePair[] pairs;

    /// <param name="region">Where they lie.</param>
    /// <param name="starts">Of each row: where its pixels begin in the lists; one more than there are rows.</param>
    /// <param name="columns">Of each edge pixel, on the picture.</param>
    /// <param name="pairs">Of each edge pixel.</param>
    private FringeColours(Region region, int[] starts, int[] columns, EdgePair[] pairs)
    {
        Region = region;
        this.starts = starts;
        this.columns = columns;
        this.pairs = pairs;
    }

    public Region Region { get; }

    public long Bytes => 4L * starts.Length + 28L * pairs.Length;

    /// <summary>The columns of a row's edge pixels, on the picture, from left to right, and what each is mixed from.</summary>
    /// <param name="y">On the picture.</param>
    /// <param name="within">Its columns.</param>
    public EdgeRow Row(int y, Region within)
    {
        int from = starts[y - Region.Y], to = starts[y - Region.Y + 1];
        var all = columns.AsSpan(from, to - from);
        int first = FirstFrom(all, within.X), last = FirstFrom(all, within.Right);
        return new EdgeRow(all[first..last], pairs.AsSpan(from + first, last - first));
    }

    private static int FirstFrom(ReadOnlySpan<int> sorted, int least)
    {
        var found = sorted.BinarySearch(least);
        return found < 0 ? ~found : found;
    }

    /// <summary>Those of rows.</summary>
    /// <param name="region">Where they lie.</param>
    /// <param name="rows">Of each row the columns of its edge pixels and what they are mixed from.</param>
    public static FringeColours Of(Region region, (int[] Columns, EdgePair[] Pairs)[] rows)
    {
        var gathered = new Gathered(region);
        for (var y = region.Y; y < region.Bottom; y++)
        {
            gathered.BeginRow(y);
            var (places, own) = rows[y - region.Y];
            for (var k = 0; k < places.Length; k++) gathered.Add(places[k], own[k]);
        }
        return gathered.Done();
    }

    /// <summary>The same beyond 100 %: each pixel has what the photo's pixel under its middle has.</summary>
    /// <param name="region">In pixels at the scale.</param>
    /// <param name="scale">Pixels a photo pixel, above 1.</param>
    public FringeColours Magnified(Region region, double scale)
    {
        var gathered = new Gathered(region);
        for (var y = region.Y; y < region.Bottom; y++)
        {
            gathered.BeginRow(y);
            var (places, own) = Row(Math.Min((int)((y + 0.5) / scale), Region.Bottom - 1), Region);
            for (var k = 0; k < places.Length; k++)
            {
                var first = Math.Max(region.X, (int)Math.Ceiling(places[k] * scale - 0.5));
                for (var x = first; x < region.Right && (int)((x + 0.5) / scale) == places[k]; x++) gathered.Add(x, own[k]);
            }
        }
        return gathered.Done();
    }

    private sealed class Gathered(Region region)
    {
        private readonly int[] starts = new int[region.Height + 1];
        private readonly List<int> columns = [];
        private readonly List<EdgePair> pairs = [];

        public void BeginRow(int y) => starts[y - region.Y] = pairs.Count;

        public void Add(int x, EdgePair pair)
        {
            columns.Add(x);
            pairs.Add(pair);
        }

        public FringeColours Done()
        {
            starts[region.Height] = pairs.Count;
            return new FringeColours(region, starts, [.. columns], [.. pairs]);
        }
    }
}

/// <summary>The edge pixels of a row.</summary>
internal readonly ref struct EdgeRow(ReadOnlySpan<int> columns, ReadOnlySpan<EdgePair> pairs)
{
    /// <summary>On the picture, from left to right.</summary>
    public ReadOnlySpan<int> Columns { get; } = columns;

    /// <summary>What each is mixed from.</summary>
    public ReadOnlySpan<EdgePair> Pairs { get; } = pairs;

    public void Deconstruct(out ReadOnlySpan<int> columns, out ReadOnlySpan<EdgePair> pairs)
    {
        columns = Columns;
        pairs = Pairs;
    }
}
