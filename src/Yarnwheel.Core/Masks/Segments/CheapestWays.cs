namespace Yarnwheel.Core.Masks.Segments;

/// <summary>The cost of the cheapest way to each node of a graph (Dijkstra 1959).</summary>
internal static class CheapestWays
{
    /// <param name="starts">That cost nothing.</param>
    /// <param name="neighbours">Of each node.</param>
    /// <param name="step">Cost from one node to a neighbour, 0 or more.</param>
    /// <returns>Of each node; infinite where no way leads.</returns>
    public static float[] From(IEnumerable<int> starts, List<int>[] neighbours, Func<int, int, float> step)
    {
        var costs = new float[neighbours.Length];
        Array.Fill(costs, float.PositiveInfinity);
        var open = new PriorityQueue<int, float>();
        foreach (var start in starts)
        {
            costs[start] = 0;
            open.Enqueue(start, 0);
        }
        while (open.TryDequeue(out var at, out var cost))
        {
            if (cost > costs[at]) continue;
            foreach (var next in neighbours[at])
            {
                var way = cost + step(at, next);
                if (way >= costs[next]) continue;
                costs[next] = way;
                open.Enqueue(next, way);
            }
        }
        return costs;
    }
}
