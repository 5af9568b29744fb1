namespace Yarnwheel.Core.Masks.Segments;

/// <summary>Maximum flow from a source to a sink, and the minimum cut that it leaves.</summary>
/// <remarks>Y. Boykov, V. Kolmogorov, "An Experimental Comparison of Min-Cut/Max-Flow Algorithms for Energy Minimization in Vision",
/// PAMI 26, 2004: two trees grow from the terminals, where they meet flow is pushed, what that cuts off is adopted anew.
/// Capacities are whole numbers and the cut is the smallest source side there is, so the outcome does not depend on the way to it.</remarks>
/// <example><code>
/// var flow = new MaximumFlow(nodes: 2, edges: 1);
/// flow.Tie(0, fromSource: 5, toSink: 1);
/// flow.Tie(1, fromSource: 0, toSink: 4);
/// flow.Join(0, 1, there: 2, back: 2);
/// flow.Solve();               // 3: one through node 0 alone, two across
/// </code></example>
public sealed class MaximumFlow
{
    private const int None = -1;
    private const int Terminal = -2;
    private const int Orphan = -3;
    private const byte Free = 0;
    private const byte Source = 1;
    private const byte Sink = 2;

    private readonly int[] first;
    private readonly int[] next;
    private readonly int[] head;
    private readonly int[] residual;
    private readonly int[] terminal;
    private readonly int[] parent;
    private readonly byte[] side;
    private readonly int[] stamp;
    private readonly int[] depth;
    private readonly int[] nextActive;
    private readonly Stack<int> cutOff = new();
    private readonly Queue<int> orphans = new();
    private int firstActive = None;
    private int lastActive = None;
    private int count;
    private int time;
    private long flow;

    /// <param name="nodes">Number of nodes besides the terminals.</param>
    /// <param name="edges">Number of edges there is room for.</param>
    public MaximumFlow(int nodes, int edges)
        : this(Filled(nodes, None), new int[2 * edges], new int[2 * edges], new int[2 * edges])
    {
    }

    private MaximumFlow(int[] first, int[] next, int[] head, int[] residual)
    {
        (this.first, this.next, this.head, this.residual) = (first, next, head, residual);
        var nodes = first.Length;
        (terminal, stamp, depth, side) = (new int[nodes], new int[nodes], new int[nodes], new byte[nodes]);
        (parent, nextActive) = (Filled(nodes, None), Filled(nodes, None));
    }

    /// <summary>The same nodes, joined alike, with nothing tied to the terminals yet. This one must not have been solved, and is joined no further.</summary>
    public MaximumFlow Untied() => new(first, next, head, (int[])residual.Clone()) { count = count };

    /// <summary>Joins a node to the terminals; several calls add up.</summary>
    /// <param name="node">0 … nodes − 1.</param>
    /// <param name="fromSource">Capacity, 0 or more.</param>
    /// <param name="toSink">Capacity, 0 or more.</param>
    public void Tie(int node, int fromSource, int toSink)
    {
        // What would flow straight through flows at once.
        if (terminal[node] > 0) fromSource += terminal[node];
        else toSink -= terminal[node];
        flow += Math.Min(fromSource, toSink);
        terminal[node] = fromSource - toSink;
    }

    /// <summary>Joins two nodes.</summary>
    /// <param name="a">0 … nodes − 1.</param>
    /// <param name="b">0 … nodes − 1, not a.</param>
    /// <param name="there">Capacity from a to b, 0 or more.</param>
    /// <param name="back">Capacity from b to a, 0 or more.</param>
    public void Join(int a, int b, int there, int back)
    {
        (head[count], residual[count], next[count]) = (b, there, first[a]);
        first[a] = count++;
        (head[count], residual[count], next[count]) = (a, back, first[b]);
        first[b] = count++;
    }

    /// <summary>Whether a node lies on the source's side of the cut, once solved.</summary>
    public bool IsSource(int node) => side[node] == Source;

    /// <summary>Finds the maximum flow.</summary>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>Its value, equal to the capacity of the minimum cut.</returns>
    public long Solve(CancellationToken cancel = default)
    {
        for (var i = 0; i < terminal.Length; i++)
        {
            if (terminal[i] == 0) continue;
            side[i] = terminal[i] > 0 ? Source : Sink;
            parent[i] = Terminal;
            depth[i] = 1;
            Activate(i);
        }
        var rounds = 0;
        for (var current = NextActive(); current != None;)
        {
            if ((++rounds & 4095) == 0) cancel.ThrowIfCancellationRequested();
            var meeting = Grow(current);
            if (meeting == None)
            {
                current = NextActive();
                continue;
            }
            time++;
            Push(meeting);
            while (cutOff.TryPop(out var orphan))
            {
                orphans.Enqueue(orphan);
                while (orphans.TryDequeue(out orphan)) Adopt(orphan);
            }
            if (parent[current] == None) current = NextActive();
        }
        return flow;
    }

    /// <summary>Takes in a node's free neighbours.</summary>
    /// <returns>An edge from the source's tree into the sink's, or none.</returns>
    private int Grow(int node)
    {
        var own = side[node];
        for (var e = first[node]; e != None; e = next[e])
        {
            if (residual[own == Source ? e : e ^ 1] == 0) continue;
            var there = head[e];
            if (side[there] == Free)
            {
                side[there] = own;
                Hang(there, e ^ 1, stamp[node], depth[node] + 1);
                Activate(there);
            }
            else if (side[there] != own) return own == Source ? e : e ^ 1;
            // A shorter way to the terminal.
            else if (stamp[there] <= stamp[node] && depth[there] > depth[node]) Hang(there, e ^ 1, stamp[node], depth[node] + 1);
        }
        return None;
    }

    private void Push(int meeting)
    {
        var least = residual[meeting];
        int node;
        for (node = head[meeting ^ 1]; parent[node] != Terminal; node = head[parent[node]]) least = Math.Min(least, residual[parent[node] ^ 1]);
        least = Math.Min(least, terminal[node]);
        for (node = head[meeting]; parent[node] != Terminal; node = head[parent[node]]) least = Math.Min(least, residual[parent[node]]);
        least = Math.Min(least, -terminal[node]);

        flow += least;
        residual[meeting] -= least;
        residual[meeting ^ 1] += least;
        for (node = head[meeting ^ 1]; parent[node] != Terminal;)
        {
            var edge = parent[node];
            var up = head[edge];
            residual[edge] += least;
            residual[edge ^ 1] -= least;
            if (residual[edge ^ 1] == 0) CutOff(node);
            node = up;
        }
        terminal[node] -= least;
        if (terminal[node] == 0) CutOff(node);
        for (node = head[meeting]; parent[node] != Terminal;)
        {
            var edge = parent[node];
            var up = head[edge];
            residual[edge] -= least;
            residual[edge ^ 1] += least;
            if (residual[edge] == 0) CutOff(node);
            node = up;
        }
        terminal[node] += least;
        if (terminal[node] == 0) CutOff(node);
    }

    private void CutOff(int node)
    {
        parent[node] = Orphan;
        cutOff.Push(node);
    }

    /// <summary>Finds a new parent in the same tree, or sets the node free.</summary>
    private void Adopt(int node)
    {
        var own = side[node];
        int best = None, least = int.MaxValue;
        for (var e = first[node]; e != None; e = next[e])
        {
            if (residual[own == Source ? e ^ 1 : e] == 0) continue;
            var there = head[e];
            if (side[there] != own || parent[there] == None) continue;
            var away = DepthOf(there);
            if (away >= least) continue;
            best = e;
            least = away;
        }
        if (best != None)
        {
            Hang(node, best, time, least + 1);
            return;
        }
        for (var e = first[node]; e != None; e = next[e])
        {
            var there = head[e];
            if (side[there] != own || parent[there] == None) continue;
            if (residual[own == Source ? e ^ 1 : e] > 0) Activate(there);
            if (parent[there] >= 0 && head[parent[there]] == node)
            {
                parent[there] = Orphan;
                orphans.Enqueue(there);
            }
        }
        side[node] = Free;
        parent[node] = None;
    }

    /// <summary>Number of edges from a node to its terminal; the most there is where it hangs on an orphan.</summary>
    private int DepthOf(int node)
    {
        var steps = 0;
        var at = node;
        while (true)
        {
            if (stamp[at] == time)
            {
                steps += depth[at];
                break;
            }
            var up = parent[at];
            steps++;
            if (up == Terminal)
            {
                stamp[at] = time;
                depth[at] = 1;
                break;
            }
            if (up < 0) return int.MaxValue;
            at = head[up];
        }
        // The way is known now for all along it.
        var known = steps;
        for (at = node; stamp[at] != time; at = head[parent[at]])
        {
            stamp[at] = time;
            depth[at] = known--;
        }
        return steps;
    }

    private void Hang(int node, int edge, int when, int away)
    {
        parent[node] = edge;
        stamp[node] = when;
        depth[node] = away;
    }

    private void Activate(int node)
    {
        if (nextActive[node] != None) return;
        // The last in the queue points to itself.
        nextActive[node] = node;
        if (lastActive == None) firstActive = node;
        else nextActive[lastActive] = node;
        lastActive = node;
    }

    private int NextActive()
    {
        while (firstActive != None)
        {
            var node = firstActive;
            if (nextActive[node] == node) firstActive = lastActive = None;
            else firstActive = nextActive[node];
            nextActive[node] = None;
            if (parent[node] != None) return node;
        }
        return None;
    }

    private static int[] Filled(int length, int value)
    {
        var result = new int[length];
        Array.Fill(result, value);
        return result;
    }
}
