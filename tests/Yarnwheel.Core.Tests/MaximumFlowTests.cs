using System.Text.Json;
using FsCheck.Xunit;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Tests;

/// <summary>Maximum flow against scipy.sparse.csgraph.maximum_flow (Debian's python3-scipy; References/maximum-flow.py), and the theorem of Ford and Fulkerson (1956).</summary>
public class MaximumFlowTests
{
    [Fact]
    public void Flow_and_smallest_cut_equal_scipys_on_random_graphs()
    {
        using var reference = JsonDocument.Parse(File.ReadAllText(Repository.File("tests/Yarnwheel.Core.Tests/References/maximum-flow.json")));
        var graphs = reference.RootElement.GetProperty("graphs").EnumerateArray().ToArray();
        Assert.Equal(80, graphs.Length);
        foreach (var graph in graphs)
        {
            int[][] ties = [.. graph.GetProperty("ties").EnumerateArray().Select(Numbers)], edges = [.. graph.GetProperty("edges").EnumerateArray().Select(Numbers)];
            var flow = Build(ties, edges);
            Assert.Equal(graph.GetProperty("flow").GetInt64(), flow.Solve(TestContext.Current.CancellationToken));
            Assert.Equal(Numbers(graph.GetProperty("source")), Enumerable.Range(0, ties.Length).Where(flow.IsSource));
        }
    }

    [Property]
    public void The_flow_equals_the_capacity_of_the_cut(int seed)
    {
        var random = new Random(seed);
        var nodes = random.Next(1, 40);
        int[][] ties = [.. Enumerable.Range(0, nodes).Select(_ => new[] { random.Next(50), random.Next(50) })];
        int[][] edges = [.. Enumerable.Range(0, 3 * nodes).Select(_ => new[] { random.Next(nodes), random.Next(nodes), random.Next(30), random.Next(30) }).Where(e => e[0] != e[1])];
        var flow = Build(ties, edges);
        var value = flow.Solve();
        long cut = ties.Select((t, n) => flow.IsSource(n) ? t[1] : (long)t[0]).Sum();
        foreach (var edge in edges)
        {
            if (flow.IsSource(edge[0]) && !flow.IsSource(edge[1])) cut += edge[2];
            if (flow.IsSource(edge[1]) && !flow.IsSource(edge[0])) cut += edge[3];
        }
        Assert.Equal(cut, value);
    }

    [Fact]
    public void The_cut_does_not_depend_on_the_order_of_the_edges()
    {
        var random = new Random(5);
        int[][] ties = [.. Enumerable.Range(0, 200).Select(_ => new[] { random.Next(5), random.Next(5) })];
        int[][] edges = [.. Enumerable.Range(0, 700).Select(_ => new[] { random.Next(200), random.Next(200), random.Next(4), random.Next(4) }).Where(e => e[0] != e[1])];
        MaximumFlow one = Build(ties, edges), other = Build(ties, [.. edges.Reverse()]);
        Assert.Equal(one.Solve(TestContext.Current.CancellationToken), other.Solve(TestContext.Current.CancellationToken));
        Assert.Equal(Enumerable.Range(0, 200).Select(one.IsSource), Enumerable.Range(0, 200).Select(other.IsSource));
    }

    [Fact]
    public void Nodes_joined_once_can_be_cut_again_and_again_with_other_ties()
    {
        var random = new Random(6);
        int[][] edges = [.. Enumerable.Range(0, 300).Select(_ => new[] { random.Next(90), random.Next(90), random.Next(9), random.Next(9) }).Where(e => e[0] != e[1])];
        var joined = Build([.. Enumerable.Repeat<int[]>([0, 0], 90)], edges);
        for (var k = 0; k < 3; k++)
        {
            int[][] ties = [.. Enumerable.Range(0, 90).Select(_ => new[] { random.Next(30), random.Next(30) })];
            var again = joined.Untied();
            for (var n = 0; n < ties.Length; n++) again.Tie(n, ties[n][0], ties[n][1]);
            var fresh = Build(ties, edges);
            Assert.Equal(fresh.Solve(TestContext.Current.CancellationToken), again.Solve(TestContext.Current.CancellationToken));
            Assert.Equal(Enumerable.Range(0, 90).Select(fresh.IsSource), Enumerable.Range(0, 90).Select(again.IsSource));
        }
    }

    private static MaximumFlow Build(int[][] ties, int[][] edges)
    {
        var flow = new MaximumFlow(ties.Length, edges.Length);
        for (var n = 0; n < ties.Length; n++) flow.Tie(n, ties[n][0], ties[n][1]);
        foreach (var edge in edges) flow.Join(edge[0], edge[1], edge[2], edge[3]);
        return flow;
    }

    private static int[] Numbers(JsonElement list) => [.. list.EnumerateArray().Select(v => v.GetInt32())];
}
