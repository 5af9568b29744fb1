using System.Numerics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>What a gesture says before anything is cut, whichever way it is read: how much each superpixel counts, the colours of what is told to be outside, and what is rare in the box.</summary>
internal sealed class GestureGround
{
    /// <summary>What a border between like neighbours costs, a pixel of it.</summary>
    public const double Border = 20;

    /// <summary>Capacities are whole numbers: this many are one unit of cost.</summary>
    public const int Units = 64;

    /// <summary>Colours far off the box say less of what is in it.</summary>
    private const float FarOff = 0.03f;

    // Of the side of a square as large as the box.
    private const float Reach = 0.4f;

    /// <summary>What strokes mark outside weighs at least so much, beside all else that is outside.</summary>
    private const float OutsideAnchor = 0.2f;

    // A contour along the box's own line is hardly ever the subject's.
    private const double BoxLine = 4;

    /// <summary>Surroundings of this share of the box tell all that they can.</summary>
    private const float Enough = 0.25f;

    private readonly CutPicture picture;
    private readonly Lazy<float[]> usual;

    public GestureGround(CutPicture picture, Markings markings)
    {
        this.picture = picture;
        usual = new Lazy<float[]>(HowUsual);
        (Box, IsBoxed) = (markings.Box, markings.IsBoxed);
        Marked = new MarkedSuperpixels(picture, markings);
        Counts = CountsOf(picture, markings);
        (ToInside, Nearby) = Marked.HasInside ? WaysOf(picture, Marked) : (null, new float[Marked.Seeds.Length]);
        Surroundings = SurroundingsOf(picture, Marked);
        Joined = JoinedOf(picture, Marked);
        var outside = Outside(k => Marked.Sides[k] == MarkedSuperpixels.Outside);
        if (!outside.Any(v => v > 0)) return;
        Around = GaussianMixture.Fit(picture.Colours, outside, ColourLogOdds.OutsideGaussians);
        Rare = RareInBox.Of(picture, Marked, Counts, Around);
    }

    /// <summary>Beyond it, everything is outside; pixels.</summary>
    public Region Box { get; }

    /// <summary>Whether something says where the subject lies.</summary>
    public bool IsBoxed { get; }

    public MarkedSuperpixels Marked { get; }

    /// <summary>The superpixels joined by their borders, for cuts of any kind.</summary>
    public MaximumFlow Joined { get; }

    /// <summary>How much each superpixel counts for the colours of its side.</summary>
    public float[] Counts { get; }

    /// <summary>What the cheapest way from each superpixel to an inside stroke costs (<see cref="NearnessLogOdds.Ways"/>); null where there is none.</summary>
    public float[]? ToInside { get; }

    /// <summary>How near each superpixel is to the inside strokes, −1 … 1.</summary>
    public float[] Nearby { get; }

    /// <summary>The colours of what is told to be outside; null where nothing is.</summary>
    public GaussianMixture? Around { get; }

    /// <summary>How far what lies around the box can tell what else may be in it, 0 … 1: where the box is nearly all of the picture, grounds may be in it of which nothing is seen outside.</summary>
    public float Surroundings { get; }

    /// <summary>Of each superpixel, whether it is rare in the box; null where there is next to nothing of the kind.</summary>
    public bool[]? Rare { get; }

    /// <summary>How usual each superpixel is among what is told to be outside: the share of it that is less likely there, 0 … 1.</summary>
    public float[] Usual => usual.Value;

    /// <summary>How much of each cell lies outside.</summary>
    public float[] Outside(Func<int, bool> isOutside)
    {
        var weights = Weighed(k => isOutside(k) ? 1 : 0);
        Anchored(weights, Marked.OutsideCells, OutsideAnchor);
        return weights;
    }

    /// <summary>How much of each cell lies in superpixels of some weight.</summary>
    public float[] Weighed(Func<int, float> weight)
    {
        var weights = new float[picture.Superpixels.Count];
        for (var k = 0; k < weights.Length; k++) weights[k] = weight(k) * Counts[k];
        return picture.Shares.Weighed(weights);
    }

    /// <summary>Adds what strokes marked, so that it weighs at least a share of all the rest.</summary>
    public static void Anchored(float[] weights, float[] cells, float share)
    {
        var own = cells.Sum();
        if (own <= 0) return;
        var factor = Math.Max(1, share * weights.Sum() / own);
        for (var c = 0; c < weights.Length; c++) weights[c] += factor * cells[c];
    }

    private float[] HowUsual()
    {
        var result = new float[picture.Superpixels.Count];
        if (Around is null) return result;
        var likely = RareInBox.Likely(picture, Around);
        var order = Enumerable.Range(0, likely.Length).ToArray();
        Array.Sort((float[])likely.Clone(), order);
        float Weight(int k) => Marked.Sides[k] == MarkedSuperpixels.Outside ? Counts[k] * picture.Sizes[k] : 0;
        float sum = 0, all = 1e-6f + order.Sum(Weight);
        foreach (var k in order) result[k] = (sum += Weight(k)) / all;
        return result;
    }

    private static (float[] ToInside, float[] Nearby) WaysOf(CutPicture picture, MarkedSuperpixels marked)
    {
        float[] From(sbyte side) => NearnessLogOdds.Ways(picture, Enumerable.Range(0, marked.Seeds.Length).Where(k => marked.Seeds[k] == side));
        float[] toInside = [], toOutside = [];
        Rows.AtOnce(() => toInside = From(MarkedSuperpixels.Inside), () => toOutside = From(MarkedSuperpixels.Outside));
        return (toInside, NearnessLogOdds.Of(toInside, toOutside));
    }

    private static MaximumFlow JoinedOf(CutPicture picture, MarkedSuperpixels marked)
    {
        var flow = new MaximumFlow(picture.Sizes.Length, picture.Borders.Length);
        foreach (var border in picture.Borders)
        {
            // A pair of pixels of the half picture stands for two.
            var line = marked.IsBeyond[border.A] != marked.IsBeyond[border.B] ? BoxLine : 1;
            var hold = (int)Math.Round(2 * Units * Border * line * border.Hold);
            flow.Join(border.A, border.B, hold, hold);
        }
        return flow;
    }

    private static float SurroundingsOf(CutPicture picture, MarkedSuperpixels marked)
    {
        float beyond = 0, within = 1e-3f;
        for (var k = 0; k < picture.Sizes.Length; k++)
        {
            if (marked.IsBeyond[k]) beyond += picture.Sizes[k];
            else within += picture.Sizes[k];
        }
        return Math.Min(1, beyond / (Enough * within));
    }

    /// <summary>Less, the further off the box it lies.</summary>
    private static float[] CountsOf(CutPicture picture, Markings markings)
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
