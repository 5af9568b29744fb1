using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Finding;

/// <summary>Finds strays, islands and pinholes in the finished mask of an area.</summary>
/// <remarks>Islands are connected pieces (8-connected) of what is more than half masked, pinholes pieces (4-connected) of what is less and does not
/// touch the border, both up to a fiftieth of the largest piece; strays are pieces of visible colour under a faint mask, further from every piece than an edge is wide.</remarks>
internal sealed class SpeckFinder
{
    /// <summary>Largest speck, share of the area's largest piece.</summary>
    private const double LargestShare = 0.02;

    /// <summary>Least OKLab chroma that is seen as colour.</summary>
    private const float SeenChroma = 0.012f;

    /// <summary>Least speck, pixels of the full-size photo.</summary>
    private const double LeastPixels = 9;

    /// <summary>Least mean colour of a speck, OKLab chroma × 100.</summary>
    private const double LeastVisible = 0.8;

    private readonly byte[] mask;
    private readonly bool[] isSpeck;
    private readonly float[] chroma;
    private readonly int width;
    private readonly int height;

    /// <param name="mask">0 … 255.</param>
    /// <param name="chroma">OKLab chroma of the lit photo.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="scale">Pixels of the full-size photo a pixel.</param>
    /// <param name="edge">How wide its soft edge is, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public SpeckFinder(byte[] mask, float[] chroma, int width, int height, double scale, double edge, CancellationToken cancel)
    {
        this.mask = mask;
        this.chroma = chroma;
        this.width = width;
        this.height = height;
        isSpeck = new bool[mask.Length];
        var pieces = Components.Of(Marks.Between(mask, 128, 255), width, height);
        var sizes = Sizes(pieces);
        var most = sizes.Length == 0 ? 0 : sizes.Max();
        cancel.ThrowIfCancellationRequested();
        var found = new List<FoundSpeck>();
        found.AddRange(Collect(SpeckKind.Island, pieces, (k, _) => sizes[k] <= most * LargestShare, m => m / 255f));
        var holes = Components.Of(Marks.Between(mask, 0, 127), width, height, diagonal: false);
        var holeSizes = Sizes(holes);
        found.AddRange(Collect(SpeckKind.Pinhole, holes, (k, touches) => !touches && holeSizes[k] <= most * LargestShare, m => 1 - m / 255f));
        foreach (var run in found.SelectMany(f => f.Runs)) isSpeck.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Fill(true);
        cancel.ThrowIfCancellationRequested();
        var inside = Marks.Between(mask, 128, 255);
        var off = DistanceTransform.Of(inside, width, height, edge, cancel);
        var isFaint = Marks.Between(mask, 3, 127);
        for (var at = 0; at < isFaint.Length; at++) isFaint[at] = isFaint[at] && mask[at] / 255f * chroma[at] >= SeenChroma && off.Distance(at) > edge;
        var faint = Components.Of(isFaint, width, height);
        found.AddRange(Collect(SpeckKind.Stray, faint, (_, _) => true, m => m / 255f));
        Found = [.. found.Where(f => f.Pixels * scale * scale >= LeastPixels && f.Visible >= LeastVisible).OrderByDescending(f => f.Pixels).ThenBy(f => f.Runs[0].Y).ThenBy(f => f.Runs[0].Begin)];
    }

    /// <summary>Largest first.</summary>
    public IReadOnlyList<FoundSpeck> Found { get; }

    /// <summary>Of each pixel: whether it is of an island or a pinhole, however small.</summary>
    public ReadOnlySpan<bool> IsSpeck => isSpeck;

    private static long[] Sizes(Components pieces)
    {
        var sizes = new long[pieces.Count];
        foreach (var run in pieces.Runs) sizes[run.Label] += run.End - run.Begin;
        return sizes;
    }

    private IEnumerable<FoundSpeck> Collect(SpeckKind kind, Components pieces, Func<int, bool, bool> counts, Func<byte, float> share)
    {
        var touches = new bool[pieces.Count];
        foreach (var run in pieces.Runs) touches[run.Label] |= run.Y == 0 || run.Y == height - 1 || run.Begin == 0 || run.End == width;
        var runs = new List<Components.Run>?[pieces.Count];
        foreach (var run in pieces.Runs)
            if (counts(run.Label, touches[run.Label])) (runs[run.Label] ??= []).Add(run);
        return runs.Where(r => r is not null).Select(r => new FoundSpeck(kind, r!, Visible(r!, share)));
    }

    private double Visible(List<Components.Run> runs, Func<byte, float> share)
    {
        double sum = 0;
        long count = 0;
        foreach (var run in runs)
        {
            for (var x = run.Begin; x < run.End; x++) sum += share(mask[run.Y * width + x]) * chroma[run.Y * width + x];
            count += run.End - run.Begin;
        }
        return 100 * sum / count;
    }
}

/// <summary>A speck and the pixels that are it.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Runs">Row by row.</param>
/// <param name="Visible">Mean colour that shows, or is missing: OKLab chroma × 100.</param>
internal sealed record FoundSpeck(SpeckKind Kind, IReadOnlyList<Components.Run> Runs, double Visible)
{
    /// <summary>Its size.</summary>
    public int Pixels { get; } = Runs.Sum(r => r.End - r.Begin);

    /// <param name="width">Of the picture it was found in, pixels.</param>
    /// <param name="height">Of the picture it was found in, pixels.</param>
    /// <param name="scale">Pixels of the full-size photo a pixel.</param>
    public Speck At(int width, int height, double scale)
    {
        int left = Runs.Min(r => r.Begin), right = Runs.Max(r => r.End), top = Runs[0].Y, bottom = Runs[^1].Y + 1;
        return new Speck(Kind, (left + right) / 2.0 / width, (top + bottom) / 2.0 / height, (right - left) / (double)width, (bottom - top) / (double)height,
            Pixels * scale * scale, Visible);
    }
}
