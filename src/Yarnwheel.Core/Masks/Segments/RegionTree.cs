using System.Numerics;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>A picture's superpixels merged two by two until one is left: what pointing at a place can mean, from the smallest to the largest.</summary>
/// <remarks>A binary partition tree (P. Salembier, L. Garrido, IEEE Trans. Image Processing 9, 2000). The next to merge are those two neighbours whose mean colours differ least for their
/// sizes and whose shared border is weakest (contour strength as in P. Arbeláez et al., PAMI 33, 2011, here of superpixels).</remarks>
internal sealed class RegionTree : IPiece
{
    /// <summary>How much the border between two regions counts beside their colours.</summary>
    private const float Contour = 0.5f;

    /// <summary>Regions that are small beside the picture merge sooner: share of the picture at which size no longer counts.</summary>
    private const float Small = 0.02f;

    /// <summary>From one level to the next a region grows by so much at least.</summary>
    private const float Growth = 1.25f;

    /// <summary>What is larger is rather the ground than a thing in it.</summary>
    private const float MostShare = 0.4f;

    private const float LeastShare = 0.0004f;

    private readonly CutPicture picture;
    private readonly int[] parents;
    private readonly int[] sizes;
    private readonly float[] costs;
    private readonly int all;

    private RegionTree(CutPicture picture, int[] parents, int[] sizes, float[] costs)
    {
        this.picture = picture;
        this.parents = parents;
        this.sizes = sizes;
        this.costs = costs;
        all = picture.Half.Width * picture.Half.Height;
    }

    /// <summary>The region that each was merged into; −1 for the whole picture. The first are the superpixels.</summary>
    public IReadOnlyList<int> Parents => parents;

    /// <summary>Pixels of the half picture.</summary>
    public IReadOnlyList<int> Sizes => sizes;

    /// <summary>What the merge cost that made each; none less than those before it.</summary>
    public IReadOnlyList<float> Costs => costs;

    public long Bytes => 12L * parents.Length;

    /// <param name="picture">What is known of the picture.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static RegionTree Of(CutPicture picture, CancellationToken cancel)
    {
        var leaves = picture.Superpixels.Count;
        var nodes = 2 * leaves - 1;
        int[] parents = new int[nodes], sizes = new int[nodes];
        var costs = new float[nodes];
        var sums = new Vector3[nodes];
        var borders = new Dictionary<int, Border>[nodes];
        Array.Fill(parents, -1);
        for (var k = 0; k < leaves; k++)
        {
            sizes[k] = picture.Sizes[k];
            sums[k] = picture.Means[k] * picture.Sizes[k];
            borders[k] = new Dictionary<int, Border>(8);
        }
        var area = (float)picture.Half.Width * picture.Half.Height;
        var open = new PriorityQueue<(int A, int B), (float Cost, int A, int B)>();
        foreach (var border in picture.Borders)
        {
            var own = new Border(border.Length, border.Length - border.Hold);
            borders[border.A][border.B] = borders[border.B][border.A] = own;
            Offer(border.A, border.B, own);
        }
        var next = leaves;
        // Superpixels that lost all their pixels, and pieces that touch nothing, are joined last, for nothing.
        while (next < nodes)
        {
            if ((next & 1023) == 0) cancel.ThrowIfCancellationRequested();
            if (!open.TryDequeue(out var pair, out var rank))
            {
                int[] left = [.. Enumerable.Range(0, next).Where(k => parents[k] < 0).Take(2)];
                pair = (left[0], left[1]);
                rank = (costs.Max(), pair.A, pair.B);
            }
            if (parents[pair.A] >= 0 || parents[pair.B] >= 0) continue;
            Merge(pair.A, pair.B, rank.Cost);
        }
        return new RegionTree(picture, parents, sizes, costs);

        void Offer(int a, int b, Border border)
        {
            var apart = (sums[a] / Math.Max(1, sizes[a]) - sums[b] / Math.Max(1, sizes[b])).Length();
            // What is small beside its neighbour belongs to it sooner than its colours say.
            var small = MathF.Min(1, MathF.Sqrt(Math.Min(sizes[a], sizes[b]) / (Small * area)));
            var cost = (apart + Contour * 0.2f * border.Strength / MathF.Max(1e-3f, border.Length)) * (0.15f + 0.85f * small);
            open.Enqueue((a, b), (cost, a, b));
        }

        void Merge(int a, int b, float cost)
        {
            var node = next++;
            parents[a] = parents[b] = node;
            sizes[node] = sizes[a] + sizes[b];
            sums[node] = sums[a] + sums[b];
            // No merge counts for less than those before it.
            costs[node] = MathF.Max(cost, MathF.Max(costs[a], costs[b]));
            var (more, less) = borders[a].Count >= borders[b].Count ? (borders[a], borders[b]) : (borders[b], borders[a]);
            more.Remove(a);
            more.Remove(b);
            foreach (var (other, border) in less)
            {
                if (other == a || other == b) continue;
                more[other] = more.TryGetValue(other, out var known) ? known + border : border;
            }
            borders[node] = more;
            borders[a] = borders[b] = null!;
            // In the order of their numbers: of equal costs the first is merged first.
            foreach (var (other, border) in more.OrderBy(o => o.Key))
            {
                borders[other].Remove(a);
                borders[other].Remove(b);
                borders[other][node] = border;
                Offer(node, other, border);
            }
        }
    }

    /// <summary>The regions that a place belongs to, from the smallest that is worth telling to the largest.</summary>
    /// <param name="x">0 … 1 over the width.</param>
    /// <param name="y">0 … 1 over the height.</param>
    /// <returns>Regions, and which of them stands out most.</returns>
    public (IReadOnlyList<int> Levels, int Best) At(double x, double y)
    {
        int u = Math.Clamp((int)(x * picture.Half.Width), 0, picture.Half.Width - 1), v = Math.Clamp((int)(y * picture.Half.Height), 0, picture.Half.Height - 1);
        var levels = new List<int>();
        var (best, most) = (0, float.MinValue);
        // Of regions that differ little, the one that stays longest before it is merged.
        int? held = null;
        for (var k = picture.Superpixels.Labels[v * picture.Half.Width + u]; parents[k] >= 0; k = parents[k])
        {
            if (sizes[k] < LeastShare * all) continue;
            if (held is { } known && sizes[k] < Growth * sizes[known])
            {
                if (Stays(k) <= Stays(known)) continue;
                levels[^1] = k;
            }
            else
            {
                levels.Add(k);
            }
            held = k;
        }
        for (var i = 0; i < levels.Count; i++)
        {
            var share = sizes[levels[i]] / (float)all;
            if (share > MostShare || Stays(levels[i]) <= most) continue;
            (best, most) = (i, Stays(levels[i]));
        }
        return (levels, best);

        // How much the merge that ends it costs beside the one that made it.
        float Stays(int k) => costs[parents[k]] - costs[k];
    }

    /// <summary>Of those regions that a place belongs to, the one of the nearest size.</summary>
    /// <param name="x">0 … 1 over the width.</param>
    /// <param name="y">0 … 1 over the height.</param>
    /// <param name="share">Of the picture, 0 … 1.</param>
    public int Nearest(double x, double y, double share)
    {
        int u = Math.Clamp((int)(x * picture.Half.Width), 0, picture.Half.Width - 1), v = Math.Clamp((int)(y * picture.Half.Height), 0, picture.Half.Height - 1);
        var nearest = picture.Superpixels.Labels[v * picture.Half.Width + u];
        for (var k = nearest; k >= 0; k = parents[k])
            if (Math.Abs(sizes[k] - share * all) < Math.Abs(sizes[nearest] - share * all)) nearest = k;
        return nearest;
    }

    /// <summary>How much of each region some superpixels are, pixels of the half picture.</summary>
    public float[] Summed(Func<int, bool> isOf)
    {
        var sums = new float[parents.Length];
        for (var k = 0; k < picture.Superpixels.Count; k++) sums[k] = isOf(k) ? picture.Sizes[k] : 0;
        // A region has a larger number than all that was merged into it.
        for (var k = 0; k < sums.Length - 1; k++) sums[parents[k]] += sums[k];
        return sums;
    }

    /// <summary>Share of the picture.</summary>
    public double ShareOf(int region) => sizes[region] / (double)all;

    /// <summary>Of each superpixel, whether it belongs to a region.</summary>
    public bool[] Members(int region)
    {
        var leaves = picture.Superpixels.Count;
        // A region has a larger number than all that was merged into it.
        var isIn = new bool[region + 1];
        isIn[region] = true;
        for (var k = region - 1; k >= 0; k--) isIn[k] = parents[k] >= 0 && parents[k] <= region && isIn[parents[k]];
        return [.. Enumerable.Range(0, leaves).Select(k => k <= region && isIn[k])];
    }

    private readonly record struct Border(float Length, float Strength)
    {
        public static Border operator +(Border a, Border b) => new(a.Length + b.Length, a.Strength + b.Strength);
    }
}
