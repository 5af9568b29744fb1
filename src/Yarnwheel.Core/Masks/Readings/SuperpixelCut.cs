using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>Which superpixels belong to the subject: colours of both sides and the cut between them, found in turns.</summary>
/// <remarks>Y. Boykov, M.-P. Jolly, "Interactive Graph Cuts for Optimal Boundary and Region Segmentation of Objects in N-D Images", ICCV 2001;
/// C. Rother, V. Kolmogorov, A. Blake, "GrabCut", SIGGRAPH 2004 (mixtures and cut in turns).</remarks>
internal sealed class SuperpixelCut
{
    /// <summary>What nearness to the marks counts at most.</summary>
    private const float Nearness = 1.5f;

    /// <summary>What each marked pixel counts in a superpixel that is not marked for the most part.</summary>
    private const float MarkedPixel = 24;

    /// <summary>How much more room a thing may leave at one side of the box than at others, as a share of the box.</summary>
    private const float NearSide = 0.04f;

    /// <summary>What a correction counts where it lies, beside all that colours say against it; natural logarithm of the odds a pixel.</summary>
    private const float Corrected = 1;

    /// <summary>What a superpixel of a corrected answer says of its pixels at most, natural logarithm of the odds.</summary>
    private const float MostOfKept = 2;

    /// <summary>Least standard deviation of a colour where colours are told apart finely, OKLab.</summary>
    private const float FineDeviation = 0.004f;

    // Never cut.
    private const int Bound = int.MaxValue / 4;

    private const int MostRounds = 4;

    private readonly CutPicture picture;
    private readonly GestureGround ground;
    private readonly MarkedSuperpixels marked;
    private readonly SubjectColours colours;
    private ReadingEvidence? evidence;

    /// <summary>What nearness to the marks, and what was found before, say of each superpixel.</summary>
    private readonly float[] near;

    /// <summary>Another reading that begins where one ended.</summary>
    private SuperpixelCut(SuperpixelCut from, SubjectReading reading)
    {
        (picture, ground, marked, colours, IsInside) = (from.picture, from.ground, from.marked, from.colours, from.IsInside);
        (near, Leaning, Nearby) = ([.. from.near], from.Leaning, [.. from.Nearby]);
        Reading = reading;
    }

    private SuperpixelCut(CutPicture picture, GestureGround ground, SettledPlaces? earlier, SubjectReading reading)
    {
        this.picture = picture;
        this.ground = ground;
        Reading = reading;
        marked = ground.Marked;
        var fromStrokes = reading == SubjectReading.Strokes && marked.HasInside;
        colours = new SubjectColours(picture, ground, fromStrokes, reading == SubjectReading.Fine ? FineDeviation : GaussianMixture.LeastDeviation);
        near = [.. ground.Nearby.Select((n, k) => (fromStrokes ? Nearness * n : 0) + (earlier?.LogOdds[k] ?? 0))];
        Leaning = earlier?.Leaning;
        Nearby = [.. near];
        IsInside = [];
    }

    /// <summary>How the gesture was read.</summary>
    public SubjectReading Reading { get; }

    /// <summary>What each cell's colour says: above 0 for inside.</summary>
    public float[] LogOdds => colours.LogOdds;

    /// <summary>What else is said of each superpixel: by nearness to the marks, by what was found before, by corrections.</summary>
    public float[] Nearby { get; }

    /// <summary>How far each superpixel goes with corrections, −1 … 1; null before any.</summary>
    public float[]? Leaning { get; private set; }

    public bool[] IsInside { get; private set; }

    /// <summary>What speaks for it, once it is cut.</summary>
    public ReadingEvidence Evidence => evidence ??= ReadingEvidence.Of(picture, ground, this);

    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="earlier">What was found before, where this corrects it; null for nothing.</param>
    /// <param name="reading">How the gesture is read.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <param name="start">What is taken for inside at first; null for what the reading says.</param>
    public static SuperpixelCut Of(CutPicture picture, GestureGround ground, SettledPlaces? earlier, SubjectReading reading, CancellationToken cancel, bool[]? start = null)
    {
        var cut = new SuperpixelCut(picture, ground, earlier, reading);
        cut.Settle(start, cancel);
        cut.Finish(cancel);
        return cut;
    }

    /// <summary>The reading of the box taken further: its holes closed, or until it fills the box.</summary>
    /// <param name="reading"><see cref="SubjectReading.Whole"/> or <see cref="SubjectReading.Tight"/>.</param>
    /// <param name="cancel">Ends the work early.</param>
    public SuperpixelCut Further(SubjectReading reading, CancellationToken cancel)
    {
        var cut = new SuperpixelCut(this, reading);
        cut.Finish(cancel);
        return cut;
    }

    private void Finish(CancellationToken cancel)
    {
        if (Reading == SubjectReading.Tight) Widen(cancel);
        if (Reading == SubjectReading.Whole) IsInside = ClosedHoles.Of(picture, IsInside, marked);
    }

    /// <summary>What was pointed at, as it is; its colours are looked at for its pixels' sake.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says besides.</param>
    /// <param name="inside">Of each superpixel.</param>
    /// <param name="reading">How the gesture was read.</param>
    public static SuperpixelCut Of(CutPicture picture, GestureGround ground, bool[] inside, SubjectReading reading = SubjectReading.Box)
    {
        var cut = new SuperpixelCut(picture, ground, null, reading);
        cut.IsInside = [.. inside.Select((i, k) => i && cut.marked.Sides[k] != MarkedSuperpixels.Outside)];
        cut.colours.Look(cut.IsInside, [.. cut.IsInside.Select(i => !i)], isFirst: false);
        return cut;
    }

    /// <summary>What every place was weighed by, cut along contours; colours are looked at for its pixels' sake.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="logOdds">Of each superpixel, natural logarithm of the odds.</param>
    /// <param name="firmness">How much more than a colour they count beside contours.</param>
    /// <param name="reading">By what name.</param>
    /// <param name="leaning">How far each superpixel goes with corrections, −1 … 1; null before any.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SuperpixelCut Of(CutPicture picture, GestureGround ground, float[] logOdds, float firmness, SubjectReading reading, float[]? leaning, CancellationToken cancel)
    {
        var cut = new SuperpixelCut(picture, ground, null, reading);
        for (var k = 0; k < logOdds.Length; k++) cut.near[k] = firmness * logOdds[k];
        cut.IsInside = cut.Cut(0, cancel);
        if (reading == SubjectReading.Whole) cut.IsInside = ClosedHoles.Of(picture, cut.IsInside, cut.marked);
        // Superpixels that stay as they were are no surer of their pixels than colours are.
        var most = leaning is null ? float.PositiveInfinity : MostOfKept;
        for (var k = 0; k < logOdds.Length; k++) cut.near[k] = cut.Nearby[k] = Math.Clamp(logOdds[k], -most, most);
        cut.Leaning = leaning;
        cut.colours.Look(cut.IsInside, [.. cut.IsInside.Select(i => !i)], isFirst: false);
        return cut;
    }

    /// <summary>Leans towards inside until it comes near to every side of the box.</summary>
    /// <remarks>V. Lempitsky, P. Kohli, C. Rother, T. Sharp, "Image Segmentation with a Bounding Box Prior", ICCV 2009: whoever draws a box draws it about the thing.</remarks>
    private void Widen(CancellationToken cancel)
    {
        var before = 0f;
        foreach (var lean in (ReadOnlySpan<float>)[0.5f, 1, 2, 3])
        {
            if (ReadingEvidence.ExcessOf(picture, ground, IsInside) < NearSide) return;
            for (var k = 0; k < near.Length; k++) near[k] += lean - before;
            before = lean;
            IsInside = Cut(0, cancel);
        }
    }

    /// <summary>The same by another name.</summary>
    public SuperpixelCut As(SubjectReading reading) => new(this, reading);

    /// <summary>The same without what does not hang together with an inside stroke, across gaps of one superpixel: of like things anywhere, the stroked one, with its pieces behind a rail.</summary>
    public SuperpixelCut Reached()
    {
        var reached = new bool[IsInside.Length];
        var open = new Stack<int>(Enumerable.Range(0, reached.Length).Where(k => IsInside[k] && marked.Seeds[k] == MarkedSuperpixels.Inside));
        while (open.TryPop(out var k))
        {
            if (reached[k]) continue;
            reached[k] = true;
            foreach (var next in picture.Neighbours[k].Concat(picture.Neighbours[k].SelectMany(n => picture.Neighbours[n])))
                if (IsInside[next] && !reached[next]) open.Push(next);
        }
        return new SuperpixelCut(this, Reading) { IsInside = reached };
    }

    /// <summary>The same, cut once more with every pixel leaning by so much towards inside.</summary>
    public bool[] Biased(float more, CancellationToken cancel) => Cut(more, cancel);

    private void Settle(bool[]? start, CancellationToken cancel)
    {
        var sides = marked.Sides;
        // Without a stroke inside, or where the whole box is meant, all that it leaves open is taken for the subject at first.
        bool[] inside = start ?? [.. sides.Select((m, k) => Reading == SubjectReading.Strokes && marked.HasInside ? m == MarkedSuperpixels.Inside : IsLikely(k))];
        bool[] outside = start is null ? [.. sides.Select(m => m == MarkedSuperpixels.Outside)] : [.. start.Select(i => !i)];
        for (var round = 0; round < MostRounds; round++)
        {
            cancel.ThrowIfCancellationRequested();
            if (!colours.Look(inside, outside, round == 0 && start is null))
            {
                IsInside = [.. sides.Select(m => m != MarkedSuperpixels.Outside)];
                return;
            }
            var before = IsInside;
            IsInside = Cut(0, cancel);
            if (before.AsSpan().SequenceEqual(IsInside)) return;
            inside = IsInside;
            outside = [.. inside.Select(i => !i)];
        }

        bool IsLikely(int k) => sides[k] == MarkedSuperpixels.Inside || (sides[k] != MarkedSuperpixels.Outside && (Reading is SubjectReading.Box or SubjectReading.Whole or SubjectReading.Tight or SubjectReading.Fine || ground.Rare is not { } rare || rare[k]));
    }

    private bool[] Cut(float more, CancellationToken cancel)
    {
        var count = marked.Sides.Length;
        var logOdds = colours.Summed();
        Correct(logOdds);
        var flow = ground.Joined.Untied();
        for (var k = 0; k < count; k++)
        {
            // A pixel of the half picture stands for four.
            var bias = (int)Math.Round(GestureGround.Units * (4 * (logOdds[k] + (Nearby[k] + more) * picture.Sizes[k]) + MarkedPixel * marked.Balance[k]));
            if (marked.Sides[k] == MarkedSuperpixels.Inside) flow.Tie(k, Bound, 0);
            else if (marked.Sides[k] == MarkedSuperpixels.Outside) flow.Tie(k, 0, Bound);
            else flow.Tie(k, Math.Max(0, bias), Math.Max(0, -bias));
        }
        flow.Solve(cancel);
        var result = new bool[count];
        for (var k = 0; k < count; k++) result[k] = flow.IsSource(k);
        return result;
    }

    /// <summary>What colours say against a correction counts the less, the nearer it is.</summary>
    private void Correct(float[] logOdds)
    {
        for (var k = 0; k < near.Length; k++)
        {
            var leaning = Leaning?[k] ?? 0;
            var against = MathF.Max(0, -MathF.Sign(leaning) * logOdds[k] / Math.Max(1, picture.Sizes[k]));
            Nearby[k] = near[k] + leaning * (Corrected + against);
        }
    }
}
