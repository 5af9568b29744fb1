namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Which superpixels belong to the subject: colours of both sides and the cut between them, found in turns.</summary>
/// <remarks>Y. Boykov, M.-P. Jolly, "Interactive Graph Cuts for Optimal Boundary and Region Segmentation of Objects in N-D Images", ICCV 2001;
/// C. Rother, V. Kolmogorov, A. Blake, "GrabCut", SIGGRAPH 2004 (mixtures and cut in turns).</remarks>
internal sealed class SuperpixelCut
{
    public const sbyte Inside = 1;
    public const sbyte Outside = -1;

    /// <summary>What a border between like neighbours costs, a pixel of it.</summary>
    public const double Border = 20;

    /// <summary>Capacities are whole numbers: this many are one unit of cost.</summary>
    public const int Units = 64;

    // A contour along the box's own line is hardly ever the subject's.
    private const double BoxLine = 4;

    /// <summary>What nearness to the marks counts at most.</summary>
    private const float Nearness = 1.5f;

    /// <summary>What each marked pixel counts in a superpixel that is not marked for the most part.</summary>
    private const float MarkedPixel = 12;

    // Never cut.
    private const int Bound = int.MaxValue / 4;

    private const int MostRounds = 4;

    private readonly CutPicture picture;
    private readonly MarkedSuperpixels marked;
    private readonly SubjectColours colours;

    private SuperpixelCut(CutPicture picture, MarkedSuperpixels marked, SubjectColours colours, float[] nearby, float[]? settled)
    {
        this.picture = picture;
        this.marked = marked;
        this.colours = colours;
        Nearby = [.. nearby.Select((n, k) => Nearness * n + (settled?[k] ?? 0))];
        IsInside = [];
    }

    /// <summary>What each cell's colour says: above 0 for inside.</summary>
    public float[] LogOdds => colours.LogOdds;

    /// <summary>What nearness to the marks, and what was found before, say of each superpixel.</summary>
    public float[] Nearby { get; }

    public bool[] IsInside { get; private set; }

    public static SuperpixelCut Of(CutPicture picture, Markings markings, float[]? settled, CancellationToken cancel)
    {
        var marked = new MarkedSuperpixels(picture, markings);
        var nearby = marked.HasInside ? NearnessLogOdds.Of(picture, marked.Seeds) : new float[marked.Seeds.Length];
        var cut = new SuperpixelCut(picture, marked, new SubjectColours(picture, markings, marked), nearby, settled);
        cut.Settle(nearby, cancel);
        return cut;
    }

    /// <summary>The same, cut once more with every pixel leaning by so much towards inside.</summary>
    public bool[] Biased(float more, CancellationToken cancel) => Cut(more, cancel);

    private void Settle(float[] nearby, CancellationToken cancel)
    {
        var sides = marked.Sides;
        // Without a stroke inside, all that the box leaves open is taken for the subject at first.
        bool[] inside = [.. sides.Select(m => marked.HasInside ? m == Inside : m != Outside)];
        bool[] outside = [.. sides.Select(m => m == Outside)];
        for (var round = 0; round < MostRounds; round++)
        {
            cancel.ThrowIfCancellationRequested();
            if (!colours.Look(inside, outside, nearby, round == 0))
            {
                IsInside = [.. sides.Select(m => m != Outside)];
                return;
            }
            var before = IsInside;
            IsInside = Cut(0, cancel);
            if (before.AsSpan().SequenceEqual(IsInside)) return;
            inside = IsInside;
            outside = [.. inside.Select(i => !i)];
        }
    }

    private bool[] Cut(float more, CancellationToken cancel)
    {
        var count = marked.Sides.Length;
        var logOdds = colours.Summed();
        var flow = new MaximumFlow(count, picture.Borders.Length);
        for (var k = 0; k < count; k++)
        {
            // A pixel of the half picture stands for four.
            var bias = (int)Math.Round(Units * (4 * (logOdds[k] + (Nearby[k] + more) * picture.Sizes[k]) + MarkedPixel * marked.Balance[k]));
            if (marked.Sides[k] == Inside) flow.Tie(k, Bound, 0);
            else if (marked.Sides[k] == Outside) flow.Tie(k, 0, Bound);
            else flow.Tie(k, Math.Max(0, bias), Math.Max(0, -bias));
        }
        foreach (var border in picture.Borders)
        {
            // A pair of pixels of the half picture stands for two.
            var line = marked.IsBeyond[border.A] != marked.IsBeyond[border.B] ? BoxLine : 1;
            var hold = (int)Math.Round(2 * Units * Border * line * border.Hold);
            flow.Join(border.A, border.B, hold, hold);
        }
        flow.Solve(cancel);
        var result = new bool[count];
        for (var k = 0; k < count; k++) result[k] = flow.IsSource(k);
        return result;
    }
}
