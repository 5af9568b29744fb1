using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks;

/// <summary>Distance to the nearest of many shades, at a cost that hardly grows with their number.</summary>
/// <remarks>The shades stand in a k-d order (Bentley, CACM 1975): leaves of few, branches of few leaves, each with the box of OKLab that it fills. What a run of pixels
/// has found nearer than a box leaves that box out. A box is never farther than what is in it, also not by rounding, for every operation rounds in one direction
/// with its operands: so the answer is exact.</remarks>
public sealed class ShadeField
{
    private const int Leaf = 8;
    private const int LeavesOfBranch = 8;

    private readonly float lightnessScale;
    private readonly Shade[] shades;     // lightness already scaled, in the order of the leaves
    private readonly Box[] leaves;
    private readonly Box[] branches;

    /// <param name="shades">At least one.</param>
    /// <param name="lightness">How much a lightness difference counts, 0 … 1 of a colour difference.</param>
    public ShadeField(IReadOnlyList<Shade> shades, double lightness)
    {
        ArgumentNullException.ThrowIfNull(shades);
        ArgumentOutOfRangeException.ThrowIfZero(shades.Count);
        lightnessScale = (float)lightness;
        this.shades = shades.Select(s => s with { L = s.L * lightnessScale }).Distinct().ToArray();
        var starts = new List<int>();
        Part(0, this.shades.Length, starts);
        leaves = [.. starts.Select((from, k) => Box.Of(this.shades, from, k + 1 < starts.Count ? starts[k + 1] : this.shades.Length))];
        branches = [.. leaves.Chunk(LeavesOfBranch).Select(c => Box.Of(this.shades, c[0].From, c[^1].To))];
    }

    public int Count => shades.Length;

    /// <summary>Distances of a run of pixels.</summary>
    /// <param name="lightness">OKLab L.</param>
    /// <param name="a">OKLab a.</param>
    /// <param name="b">OKLab b.</param>
    /// <param name="distance">Receives them.</param>
    public void Row(ReadOnlySpan<float> lightness, ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> distance) =>
        LaneLoop.Over(new Kernel(this, lightness, a, b, distance), distance.Length);

    /// <summary>OKLab distance to the nearest shade, lightness scaled.</summary>
    public float Distance(float lightness, float a, float b)
    {
        Span<float> distance = stackalloc float[1];
        Row([lightness], [a], [b], distance);
        return distance[0];
    }

    /// <summary>Puts the shades in order, halved along their widest side again and again.</summary>
    private void Part(int from, int to, List<int> starts)
    {
        if (to - from <= Leaf)
        {
            starts.Add(from);
            return;
        }
        var box = Box.Of(shades, from, to);
        var (l, a, b) = (box.High.L - box.Low.L, box.High.A - box.Low.A, box.High.B - box.Low.B);
        Array.Sort(shades, from, to - from, Comparer<Shade>.Create(l >= a && l >= b ? (s, t) => s.L.CompareTo(t.L) : a >= b ? (s, t) => s.A.CompareTo(t.A) : (s, t) => s.B.CompareTo(t.B)));
        var half = from + (to - from + 1) / 2;
        Part(from, half, starts);
        Part(half, to, starts);
    }

    /// <summary>Some shades, and the part of OKLab that they fill.</summary>
    private readonly record struct Box(int From, int To, Shade Low, Shade High)
    {
        public static Box Of(Shade[] shades, int from, int to)
        {
            var (low, high) = (shades[from], shades[from]);
            for (var i = from + 1; i < to; i++)
            {
                low = new Shade(MathF.Min(low.L, shades[i].L), MathF.Min(low.A, shades[i].A), MathF.Min(low.B, shades[i].B));
                high = new Shade(MathF.Max(high.L, shades[i].L), MathF.Max(high.A, shades[i].A), MathF.Max(high.B, shades[i].B));
            }
            return new Box(from, to, low, high);
        }
    }

    private readonly ref struct Kernel(ShadeField field, ReadOnlySpan<float> lightness, ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> distance) : ILaneKernel
    {
        private readonly ShadeField field = field;
        private readonly ReadOnlySpan<float> lightness = lightness;
        private readonly ReadOnlySpan<float> a = a;
        private readonly ReadOnlySpan<float> b = b;
        private readonly Span<float> distance = distance;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            var last = 0;
            for (var i = from; i < to; i += T.Count)
            {
                T l = lightness.Load<T>(i) * T.Of(field.lightnessScale), va = a.Load<T>(i), vb = b.Load<T>(i);
                // Neighbours are alike: what was nearest to those before is tried first.
                var best = Nearest(field.leaves[last], T.Of(float.MaxValue), l, va, vb);
                var first = last;
                for (var branch = 0; branch < field.branches.Length; branch++)
                {
                    if (!T.AnyAbove(best, Bound(field.branches[branch], l, va, vb))) continue;
                    var end = Math.Min((branch + 1) * LeavesOfBranch, field.leaves.Length);
                    for (var leaf = branch * LeavesOfBranch; leaf < end; leaf++)
                    {
                        if (leaf == first || !T.AnyAbove(best, Bound(field.leaves[leaf], l, va, vb))) continue;
                        var nearer = Nearest(field.leaves[leaf], best, l, va, vb);
                        if (T.AnyAbove(best, nearer)) last = leaf;
                        best = nearer;
                    }
                }
                distance.Save(i, T.Root(best));
            }
        }

        /// <summary>Squares of the distances to the nearest of a leaf's shades, where they are nearer than those known.</summary>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        private T Nearest<T>(in Box leaf, T best, T l, T a, T b) where T : struct, ILanes<T>
        {
            foreach (var shade in field.shades.AsSpan(leaf.From, leaf.To - leaf.From))
            {
                T dl = T.Of(shade.L) - l, da = T.Of(shade.A) - a, db = T.Of(shade.B) - b;
                best = T.Min(best, dl * dl + da * da + db * db);
            }
            return best;
        }

        /// <summary>Squares of the distances to a box.</summary>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        private static T Bound<T>(in Box box, T l, T a, T b) where T : struct, ILanes<T>
        {
            T dl = Outside(box.Low.L, box.High.L, l), da = Outside(box.Low.A, box.High.A, a), db = Outside(box.Low.B, box.High.B, b);
            return dl * dl + da * da + db * db;
        }

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        private static T Outside<T>(float low, float high, T value) where T : struct, ILanes<T> =>
            T.Max(T.Max(T.Of(low) - value, value - T.Of(high)), T.Of(0));
    }
}
