using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks;

/// <summary>Finds the pixels that several stretches of an outline go through, and measures how much of each lies inside, along lines across it.</summary>
/// <param name="polygon">Corners, in pixels at the view's scale.</param>
internal sealed class OutlineCrossings(IReadOnlyList<(double X, double Y)> polygon)
{
    /// <summary>Lines across a pixel; along each the length inside is exact.</summary>
    private const int Lines = 128;

    // Of each pixel touched, the edge that did so last.
    private readonly Dictionary<(int X, int Y), int> touched = [];
    private readonly SortedDictionary<int, SortedSet<int>> doubtful = [];
    private int edge;

    /// <summary>Goes on to an edge, in their order.</summary>
    public OutlineCrossings At(int index)
    {
        edge = index;
        return this;
    }

    /// <summary>The edge goes through a pixel.</summary>
    public void Touch(int x, int y)
    {
        // One stretch of edges that follow one another is measured by its area.
        if (touched.TryGetValue((x, y), out var last) && edge - last > 1)
        {
            if (!doubtful.TryGetValue(y, out var row)) doubtful[y] = row = [];
            row.Add(x);
        }
        touched[(x, y)] = edge;
    }

    /// <summary>Puts the measured pixels into a mask.</summary>
    public void Measure(Plane<float> mask)
    {
        foreach (var (y, columns) in doubtful)
        {
            var edges = Enumerable.Range(0, polygon.Count).Select(i => (From: polygon[i], To: polygon[(i + 1) % polygon.Count]))
                .Where(e => Math.Min(e.From.Y, e.To.Y) < y + 1 && Math.Max(e.From.Y, e.To.Y) > y).ToArray();
            var sums = columns.ToDictionary(x => x, _ => 0.0);
            for (var line = 0; line < Lines; line++)
            {
                var crossed = Crossed(edges, y + (line + 0.5) / Lines);
                foreach (var x in columns) sums[x] += Inside(crossed, x);
            }
            foreach (var (x, sum) in sums) mask[x, y] = (float)(sum / Lines);
        }
    }

    /// <summary>Where a line is crossed, and which way, from left to right.</summary>
    private static List<(double X, int Turn)> Crossed(((double X, double Y) From, (double X, double Y) To)[] edges, double y)
    {
        var crossed = new List<(double X, int Turn)>();
        foreach (var (from, to) in edges)
            if ((from.Y <= y) != (to.Y <= y)) crossed.Add((from.X + (y - from.Y) * (to.X - from.X) / (to.Y - from.Y), from.Y < to.Y ? 1 : -1));
        crossed.Sort();
        return crossed;
    }

    /// <summary>The length inside between a column's sides.</summary>
    private static double Inside(List<(double X, int Turn)> crossed, int column)
    {
        var (length, winding, at) = (0.0, 0, double.NegativeInfinity);
        foreach (var (x, turn) in crossed)
        {
            if (winding != 0) length += Math.Max(0, Math.Min(x, column + 1) - Math.Max(at, column));
            winding += turn;
            at = x;
        }
        return length;
    }
}
