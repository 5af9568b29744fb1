namespace Yarnwheel.Core.Imaging;

/// <summary>Labels the connected pieces of a mask.</summary>
/// <remarks>Runs along the rows joined by union–find (Rosenfeld, Pfaltz 1966; Galler, Fischer 1964); 8-connected for what is marked.</remarks>
/// <example><code>
/// var pieces = Components.Of(Marks.Above(mask, 0.5f), width, height);
/// var areas = new int[pieces.Count];
/// foreach (var run in pieces.Runs) areas[run.Label] += run.End - run.Begin;
/// </code></example>
public sealed class Components
{
    private readonly List<Run> runs;

    private Components(List<Run> runs, int count)
    {
        this.runs = runs;
        Count = count;
    }

    /// <summary>A run of marked pixels of one row, and which piece it belongs to.</summary>
    public readonly record struct Run(int Y, int Begin, int End, int Label);

    /// <summary>How many pieces there are.</summary>
    public int Count { get; }

    /// <summary>All runs, row by row.</summary>
    public IReadOnlyList<Run> Runs => runs;

    /// <param name="marked">Whether each pixel is marked, row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="diagonal">Whether pixels that touch at a corner hang together.</param>
    public static Components Of(ReadOnlySpan<bool> marked, int width, int height, bool diagonal = true)
    {
        var runs = new List<Run>();
        var rowStarts = new int[height + 1];
        var parents = new List<int>();
        var reach = diagonal ? 1 : 0;
        for (var y = 0; y < height; y++)
        {
            rowStarts[y] = runs.Count;
            var above = y > 0 ? rowStarts[y - 1] : 0;
            var aboveEnd = y > 0 ? rowStarts[y] : 0;
            var row = marked.Slice(y * width, width);
            for (var x = 0; x < width;)
            {
                var begin = row[x..].IndexOf(true);
                if (begin < 0) break;
                begin += x;
                var length = row[begin..].IndexOf(false);
                x = length < 0 ? width : begin + length;
                var label = parents.Count;
                parents.Add(label);
                while (above < aboveEnd && runs[above].End + reach <= begin) above++;
                for (var k = above; k < aboveEnd && runs[k].Begin < x + reach; k++) Join(parents, label, runs[k].Label);
                runs.Add(new Run(y, begin, x, label));
            }
        }
        rowStarts[height] = runs.Count;
        var names = new int[parents.Count];
        Array.Fill(names, -1);
        var count = 0;
        for (var i = 0; i < runs.Count; i++)
        {
            var root = Root(parents, runs[i].Label);
            if (names[root] < 0) names[root] = count++;
            runs[i] = runs[i] with { Label = names[root] };
        }
        return new Components(runs, count);
    }

    private static int Root(List<int> parents, int label)
    {
        while (parents[label] != label)
        {
            parents[label] = parents[parents[label]];
            label = parents[label];
        }
        return label;
    }

    private static void Join(List<int> parents, int one, int other)
    {
        var a = Root(parents, one);
        var b = Root(parents, other);
        if (a != b) parents[Math.Max(a, b)] = Math.Min(a, b);
    }
}
