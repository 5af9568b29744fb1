namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Which superpixels belong to the subject: colours of both sides and the cut between them, found in turns.</summary>
/// <remarks>Y. Boykov, M.-P. Jolly, "Interactive Graph Cuts for Optimal Boundary and Region Segmentation of Objects in N-D Images", ICCV 2001;
/// C. Rother, V. Kolmogorov, A. Blake, "GrabCut", SIGGRAPH 2004 (mixtures and cut in turns).</remarks>
internal sealed class SuperpixelCut
{
    public const sbyte Inside = 1;
    public const sbyte Outside = -1;

    /// <summary>What a border between like neighbours costs, a pixel of it.</summary>
    public static readonly float Border = Tune.Get("border", 12);

    /// <summary>What nearness to the marks counts at most.</summary>
    public static readonly float Nearness = Tune.Get("nearness", 1.5f);

    /// <summary>Capacities are whole numbers: this many are one unit of cost.</summary>
    public const int Units = 64;

    // Never cut.
    public const int Bound = int.MaxValue / 4;

    private const int MostRounds = 4;

    /// <summary>What is marked inside weighs so much of all that is found.</summary>
    private static readonly float Anchor = Tune.Get("anchor", 1);

    private static readonly float OutsideAnchor = Tune.Get("outanchor", 0.2f);

    /// <summary>What each marked pixel counts in a superpixel that is not marked for the most part.</summary>
    private const float MarkedPixel = 12;

    private readonly CutPicture picture;
    private readonly MarkedSuperpixels marked;

    private SuperpixelCut(CutPicture picture, MarkedSuperpixels marked, float[] nearness)
    {
        this.picture = picture;
        this.marked = marked;
        Nearby = nearness;
        Lean = [];
        IsInside = [];
    }

    /// <summary>What each cell's colour says.</summary>
    public float[] Lean { get; private set; }

    /// <summary>What nearness to the marks says of each superpixel.</summary>
    public float[] Nearby { get; }

    public bool[] IsInside { get; private set; }

    public static SuperpixelCut Of(CutPicture picture, Markings markings, CancellationToken cancel)
    {
        var marked = new MarkedSuperpixels(picture, markings);
        var nearness = markings.HasInside ? NearnessLean.Of(picture, marked.Seeds) : new float[marked.Seeds.Length];
        for (var k = 0; k < nearness.Length; k++) nearness[k] *= Nearness;
        var cut = new SuperpixelCut(picture, marked, nearness);
        cut.Settle(cancel);
        return cut;
    }

    /// <summary>The same colours, cut once more with everything leaning by so much a pixel towards inside.</summary>
    public bool[] Leaning(float more, CancellationToken cancel) => Cut(more, cancel);

    private void Settle(CancellationToken cancel)
    {
        var sides = marked.Sides;
        // Without a stroke inside, all that the box leaves open is taken for the subject at first.
        bool[] inside = [.. sides.Select(m => marked.HasInside ? m == Inside : m != Outside)];
        bool[] outside = [.. sides.Select(m => m == Outside)];
        for (var round = 0; round < MostRounds; round++)
        {
            cancel.ThrowIfCancellationRequested();
            var (within, without) = (Weighed(inside), Weighed(outside));
            Anchored(within, marked.InsideCells, Anchor);
            Anchored(without, marked.OutsideCells, OutsideAnchor);
            if (!within.Any(v => v > 0) || !without.Any(v => v > 0))
            {
                // One side alone: there is nothing to tell apart.
                Lean = new float[picture.Colours.Length];
                IsInside = [.. sides.Select(m => m != Outside)];
                return;
            }
            Lean = ColourLean.Of(picture.Colours, within, without);
            var before = IsInside;
            IsInside = Cut(0, cancel);
            if (before.AsSpan().SequenceEqual(IsInside)) return;
            inside = IsInside;
            outside = [.. inside.Select(i => !i)];
        }
    }

    /// <summary>How much of each cell lies in the chosen superpixels.</summary>
    private float[] Weighed(bool[] chosen)
    {
        var result = new float[picture.Colours.Length];
        var labels = picture.Superpixels.Labels;
        for (var i = 0; i < labels.Length; i++) if (chosen[labels[i]]) result[picture.Coarse[i]]++;
        return result;
    }

    /// <summary>Adds what strokes marked, so that it weighs at least a share of all the rest.</summary>
    private static void Anchored(float[] weights, float[] cells, float share)
    {
        var own = cells.Sum();
        if (own <= 0) return;
        var factor = Math.Max(1, share * weights.Sum() / own);
        for (var c = 0; c < weights.Length; c++) weights[c] += factor * cells[c];
    }

    private bool[] Cut(float more, CancellationToken cancel)
    {
        var count = marked.Sides.Length;
        var leans = new float[count];
        var labels = picture.Superpixels.Labels;
        for (var i = 0; i < labels.Length; i++) leans[labels[i]] += Lean[picture.Coarse[i]];
        var flow = new MaximumFlow(count, picture.Borders.Length);
        for (var k = 0; k < count; k++)
        {
            // A pixel of the half picture stands for four.
            var lean = (int)Math.Round(Units * (4 * (leans[k] + (Nearby[k] + more) * picture.Sizes[k]) + MarkedPixel * marked.Balance[k]));
            if (marked.Sides[k] == Inside) flow.Tie(k, Bound, 0);
            else if (marked.Sides[k] == Outside) flow.Tie(k, 0, Bound);
            else flow.Tie(k, Math.Max(0, lean), Math.Max(0, -lean));
        }
        foreach (var border in picture.Borders)
        {
            // A pair of pixels of the half picture stands for two.
            var hold = (int)Math.Round(2 * Units * Border * border.Hold);
            flow.Join(border.A, border.B, hold, hold);
        }
        flow.Solve(cancel);
        var result = new bool[count];
        for (var k = 0; k < count; k++) result[k] = flow.IsSource(k);
        return result;
    }
}
