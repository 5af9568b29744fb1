using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A bounding-volume hierarchy over shapes, built by the binned surface-area heuristic (Wald 2007).</summary>
internal sealed class Bvh
{
    private const int LeafSize = 4;
    private const int Bins = 16;

    private readonly Primitive[] primitives;
    private readonly Node[] nodes;
    private int nodeCount;

    private struct Node
    {
        public Vector3 Min;
        public int First;   // of a leaf: its first primitive; of an inner node: its left child (the right one follows it)
        public Vector3 Max;
        public int Count;   // 0 for an inner node
    }

    public Bvh(IReadOnlyList<Primitive> shapes)
    {
        var count = shapes.Count;
        var bounds = shapes.Select(s => s.Bounds).ToArray();
        var order = Enumerable.Range(0, count).ToArray();
        nodes = new Node[Math.Max(1, 2 * count)];
        nodeCount = 1;
        Build(0, order, 0, count, bounds);
        primitives = order.Select(i => shapes[i]).ToArray();
        HasClear = primitives.Any(p => p.Material.IsClear);
    }

    /// <summary>Whether any of the shapes is clear.</summary>
    public bool HasClear { get; }

    /// <summary>The nearest shape met in (near, far).</summary>
    public bool Nearest(in Ray ray, float near, float far, ref Hit hit)
    {
        Span<int> stack = stackalloc int[96];
        var depth = 0;
        var inverse = Vector3.One / ray.Direction;
        Primitive? found = null;
        var current = 0;
        if (Enter(nodes[0], ray.Origin, inverse, far) == float.MaxValue) return false;
        while (true)
        {
            ref readonly var node = ref nodes[current];
            if (node.Count > 0)
            {
                for (var i = node.First; i < node.First + node.Count; i++)
                {
                    var t = primitives[i].Intersect(ray, near, far);
                    if (t < far)
                    {
                        far = t;
                        found = primitives[i];
                    }
                }
            }
            else
            {
                var left = node.First;
                var right = left + 1;
                var tLeft = Enter(nodes[left], ray.Origin, inverse, far);
                var tRight = Enter(nodes[right], ray.Origin, inverse, far);
                if (tRight < tLeft) (left, right, tLeft, tRight) = (right, left, tRight, tLeft);
                if (tLeft < float.MaxValue)
                {
                    if (tRight < float.MaxValue) stack[depth++] = right;
                    current = left;
                    continue;
                }
            }
            if (depth == 0) break;
            current = stack[--depth];
        }
        if (found is null) return false;
        hit.Distance = far;
        hit.Primitive = found;
        hit.Point = ray.At(far);
        found.Describe(ref hit);
        return true;
    }

    /// <summary>Whether anything stands between near and far.</summary>
    public bool Blocked(in Ray ray, float near, float far)
    {
        Span<int> stack = stackalloc int[96];
        var depth = 0;
        stack[depth++] = 0;
        var inverse = Vector3.One / ray.Direction;
        while (depth > 0)
        {
            ref readonly var node = ref nodes[stack[--depth]];
            if (Enter(node, ray.Origin, inverse, far) == float.MaxValue) continue;
            if (node.Count == 0)
            {
                stack[depth++] = node.First;
                stack[depth++] = node.First + 1;
                continue;
            }
            for (var i = node.First; i < node.First + node.Count; i++)
                if (primitives[i].Intersect(ray, near, far) < far) return true;
        }
        return false;
    }

    private static float Enter(in Node node, Vector3 origin, Vector3 inverse, float far)
    {
        var a = (node.Min - origin) * inverse;
        var b = (node.Max - origin) * inverse;
        var lo = Vector3.Min(a, b);
        var hi = Vector3.Max(a, b);
        var enter = MathF.Max(MathF.Max(lo.X, lo.Y), lo.Z);
        var leave = MathF.Min(MathF.Min(hi.X, hi.Y), hi.Z);
        return enter <= leave && leave > 0 && enter < far ? enter : float.MaxValue;
    }

    private void Build(int index, int[] order, int first, int count, (Vector3 Min, Vector3 Max)[] bounds)
    {
        var min = new Vector3(float.MaxValue);
        var max = new Vector3(float.MinValue);
        var centreMin = min;
        var centreMax = max;
        for (var i = first; i < first + count; i++)
        {
            var (lo, hi) = bounds[order[i]];
            min = Vector3.Min(min, lo);
            max = Vector3.Max(max, hi);
            centreMin = Vector3.Min(centreMin, lo + hi);
            centreMax = Vector3.Max(centreMax, lo + hi);
        }
        nodes[index] = new Node { Min = min, Max = max, First = first, Count = count };
        var split = count <= LeafSize ? -1 : Split(order, first, count, bounds, centreMin, centreMax);
        if (split < 0) return;
        var left = nodeCount;
        nodeCount += 2;
        nodes[index].First = left;
        nodes[index].Count = 0;
        Build(left, order, first, split - first, bounds);
        Build(left + 1, order, split, first + count - split, bounds);
    }

    private static int Split(int[] order, int first, int count, (Vector3 Min, Vector3 Max)[] bounds, Vector3 centreMin, Vector3 centreMax)
    {
        var extent = centreMax - centreMin;
        var axis = extent.X > extent.Y ? (extent.X > extent.Z ? 0 : 2) : (extent.Y > extent.Z ? 1 : 2);
        if (extent[axis] <= 0) return -1;
        var scale = Bins * 0.9999f / extent[axis];
        int BinOf(int i) => (int)((bounds[i].Min[axis] + bounds[i].Max[axis] - centreMin[axis]) * scale);

        Span<int> counts = stackalloc int[Bins];
        var boxes = new (Vector3 Min, Vector3 Max)[Bins];
        Array.Fill(boxes, (new Vector3(float.MaxValue), new Vector3(float.MinValue)));
        for (var i = first; i < first + count; i++)
        {
            var bin = BinOf(order[i]);
            counts[bin]++;
            boxes[bin] = Union(boxes[bin], bounds[order[i]]);
        }

        Span<float> rightCost = stackalloc float[Bins];
        var box = (Min: new Vector3(float.MaxValue), Max: new Vector3(float.MinValue));
        var n = 0;
        for (var b = Bins - 1; b > 0; b--)
        {
            box = Union(box, boxes[b]);
            n += counts[b];
            rightCost[b] = n == 0 ? float.MaxValue : Area(box) * n;
        }
        box = (new Vector3(float.MaxValue), new Vector3(float.MinValue));
        n = 0;
        var best = -1;
        var bestCost = float.MaxValue;
        for (var b = 0; b < Bins - 1; b++)
        {
            box = Union(box, boxes[b]);
            n += counts[b];
            if (n == 0 || rightCost[b + 1] == float.MaxValue) continue;
            var cost = Area(box) * n + rightCost[b + 1];
            if (cost < bestCost) (bestCost, best) = (cost, b);
        }
        if (best < 0) return -1;

        var lo = first;
        var hi = first + count - 1;
        while (lo <= hi)
        {
            if (BinOf(order[lo]) <= best) lo++;
            else (order[lo], order[hi]) = (order[hi--], order[lo]);
        }
        return lo;
    }

    private static (Vector3 Min, Vector3 Max) Union((Vector3 Min, Vector3 Max) a, (Vector3 Min, Vector3 Max) b) =>
        (Vector3.Min(a.Min, b.Min), Vector3.Max(a.Max, b.Max));

    private static float Area((Vector3 Min, Vector3 Max) box)
    {
        var d = box.Max - box.Min;
        return d.X * d.Y + d.Y * d.Z + d.Z * d.X;
    }
}
