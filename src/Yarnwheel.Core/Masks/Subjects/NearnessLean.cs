namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>How much nearness to what was marked speaks for inside or outside, where colours do not tell.</summary>
/// <remarks>B. Price, B. Morse, S. Cohen, "Geodesic Graph Cut for Interactive Image Segmentation", CVPR 2010: the way from a superpixel to
/// the marks costs the differences of colour along it; the shorter of the two ways wins, the more clearly the more they differ.</remarks>
internal static class NearnessLean
{
    /// <summary>That a step costs besides its difference of colour, OKLab.</summary>
    private const float Step = 0.01f;

    /// <returns>Of each superpixel, −1 (at an outside mark) … 1 (at an inside mark).</returns>
    public static float[] Of(CutPicture picture, sbyte[] marks)
    {
        var neighbours = Neighbours(picture);
        var (toInside, toOutside) = (Ways(picture, neighbours, marks, 1), Ways(picture, neighbours, marks, -1));
        return [.. toInside.Zip(toOutside, (inside, outside) => float.IsInfinity(inside) || float.IsInfinity(outside) || inside + outside <= 0 ? 0 : (outside - inside) / (outside + inside))];
    }

    /// <summary>Of each superpixel: those it touches.</summary>
    private static List<int>[] Neighbours(CutPicture picture)
    {
        var result = new List<int>[picture.Superpixels.Count];
        for (var k = 0; k < result.Length; k++) result[k] = new List<int>(8);
        foreach (var border in picture.Borders)
        {
            result[border.A].Add(border.B);
            result[border.B].Add(border.A);
        }
        return result;
    }

    /// <summary>Costs of the cheapest ways (Dijkstra 1959).</summary>
    private static float[] Ways(CutPicture picture, List<int>[] neighbours, sbyte[] marks, sbyte from)
    {
        var costs = new float[marks.Length];
        Array.Fill(costs, float.PositiveInfinity);
        var open = new PriorityQueue<int, float>();
        for (var k = 0; k < marks.Length; k++)
        {
            if (marks[k] != from) continue;
            costs[k] = 0;
            open.Enqueue(k, 0);
        }
        while (open.TryDequeue(out var at, out var cost))
        {
            if (cost > costs[at]) continue;
            foreach (var next in neighbours[at])
            {
                var way = cost + Step + (picture.Means[at] - picture.Means[next]).Length();
                if (way >= costs[next]) continue;
                costs[next] = way;
                open.Enqueue(next, way);
            }
        }
        return costs;
    }
}
