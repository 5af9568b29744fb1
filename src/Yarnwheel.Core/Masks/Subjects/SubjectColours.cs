namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>What the colours of a picture say, as more and more of it is told to be inside or outside.</summary>
internal sealed class SubjectColours
{
    /// <summary>What strokes mark weighs at least so much, beside all that is found on its side.</summary>
    private const float InsideAnchor = 0.5f;

    private const float OutsideAnchor = 0.2f;

    /// <summary>At first, what is near to the inside strokes, and of colours rare around the box, weighs so much, beside them.</summary>
    private const float NearbyShare = 2;

    /// <summary>How fast colours lose their say as the surroundings hold more of them; where they say nothing, the box is taken to hold mostly the subject.</summary>
    private const double Doubt = 3.5;

    // What being in the box says where colours say nothing, natural logarithm of the odds a pixel.
    private const float InBox = 1.2f;

    private const float LeastTrust = 0.1f;

    /// <summary>Colours far off the box say less of what is in it.</summary>
    private const float FarOff = 0.03f;

    // Of the side of a square as large as the box.
    private const float Reach = 0.4f;

    private readonly CutPicture picture;
    private readonly MarkedSuperpixels marked;
    private readonly float[] counts;
    private float[] first = [];

    public SubjectColours(CutPicture picture, Markings markings, MarkedSuperpixels marked)
    {
        this.picture = picture;
        this.marked = marked;
        counts = Counts(picture, markings);
        LogOdds = new float[picture.Colours.Length];
    }

    /// <summary>Of each cell: above 0 for inside.</summary>
    public float[] LogOdds { get; private set; }

    /// <summary>Looks at both sides anew.</summary>
    /// <param name="inside">Whether each superpixel is inside.</param>
    /// <param name="outside">Whether each superpixel is outside.</param>
    /// <param name="nearby">How near each superpixel is to the inside strokes, −1 … 1.</param>
    /// <param name="isFirst">Whether it is the first look.</param>
    /// <returns>Whether there are both sides to be told apart.</returns>
    public bool Look(bool[] inside, bool[] outside, float[] nearby, bool isFirst)
    {
        // What spoke against the subject at the first look, its shadow for one, must not change what the subject looks like.
        float[] within = Weighed(k => inside[k] && (isFirst || !marked.HasInside || first[k] > 0) ? 1 : 0), without = Weighed(k => outside[k] ? 1 : 0);
        Anchored(within, marked.InsideCells, InsideAnchor);
        Anchored(without, marked.OutsideCells, OutsideAnchor);
        if (!within.Any(v => v > 0) || !without.Any(v => v > 0))
        {
            LogOdds = new float[picture.Colours.Length];
            return false;
        }
        var around = isFirst ? GaussianMixture.Fit(picture.Colours, without, ColourLogOdds.OutsideGaussians) : null;
        var rare = around is null ? null : RareInBox.Of(picture, marked, counts, around);
        if (rare is not null && !marked.HasInside) within = Weighed(k => rare[k] ? 1 : 0);
        if (isFirst && marked.HasInside)
        {
            var near = Weighed(k => marked.Sides[k] == SuperpixelCut.Outside || (rare is not null && !rare[k]) ? 0 : Math.Clamp(nearby[k] + 0.2f, 0, 1));
            var factor = NearbyShare * within.Sum() / Math.Max(1, near.Sum());
            for (var c = 0; c < within.Length; c++) within[c] += factor * near[c];
        }
        LogOdds = ColourLogOdds.Of(picture.Colours, within, without, marked.InsideCells, around);
        if (isFirst) first = Summed();
        var trust = Trust();
        var trustInBox = marked.HasInside ? InBox * (1 - trust) : 0;
        for (var c = 0; c < LogOdds.Length; c++) LogOdds[c] = LogOdds[c] * trust + trustInBox;
        return true;
    }

    /// <summary>What the colours of each superpixel say, summed over its pixels of the half picture.</summary>
    public float[] Summed()
    {
        var sums = new float[picture.Superpixels.Count];
        var labels = picture.Superpixels.Labels;
        for (var i = 0; i < labels.Length; i++) sums[labels[i]] += LogOdds[picture.Coarse[i]];
        return sums;
    }

    /// <summary>Less than one where much of what is known to be outside has the colours of the inside.</summary>
    private float Trust()
    {
        var logOdds = Summed();
        double wrong = 0, all = 1e-9;
        for (var k = 0; k < logOdds.Length; k++)
        {
            if (marked.Sides[k] != SuperpixelCut.Outside) continue;
            var weight = counts[k] * picture.Sizes[k];
            all += weight;
            if (logOdds[k] > 0) wrong += weight;
        }
        return (float)Math.Clamp(1 - Doubt * wrong / all, LeastTrust, 1);
    }

    /// <summary>How much of each cell lies in superpixels of some weight.</summary>
    private float[] Weighed(Func<int, float> weight)
    {
        var weights = new float[picture.Superpixels.Count];
        for (var k = 0; k < weights.Length; k++) weights[k] = weight(k) * counts[k];
        var result = new float[picture.Colours.Length];
        var labels = picture.Superpixels.Labels;
        for (var i = 0; i < labels.Length; i++) result[picture.Coarse[i]] += weights[labels[i]];
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

    /// <summary>How much a superpixel counts for the colours of its side: less, the further off the box it lies.</summary>
    private static float[] Counts(CutPicture picture, Markings markings)
    {
        float left = markings.Box.X / 2f, right = markings.Box.Right / 2f, top = markings.Box.Y / 2f, bottom = markings.Box.Bottom / 2f;
        var reach = Reach * MathF.Sqrt((right - left) * (bottom - top));
        return [.. picture.Centres.Select(c =>
        {
            float dx = MathF.Max(0, MathF.Max(left - c.X, c.X - right)), dy = MathF.Max(0, MathF.Max(top - c.Y, c.Y - bottom));
            return FarOff + (1 - FarOff) * MathF.Exp(-MathF.Sqrt(dx * dx + dy * dy) / reach);
        })];
    }
}
