using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Learnt;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>Each place of a gesture's box weighed by all that its readings say: how likely it belongs to the subject, and by that how likely a reading is right.</summary>
/// <remarks>What speaks how much was learnt from things made at random and from traced photographs (measure -- subjects --learn).</remarks>
internal sealed class WeighedPlaces
{
    /// <summary>What was told is as sure as this, natural logarithm of the odds.</summary>
    public const float Told = 12;

    /// <summary>What is likely counts so much more beside contours than what a colour says: it is smooth already.</summary>
    private const float Firmness = 10;

    private readonly CutPicture picture;

    /// <param name="picture">That is cut.</param>
    /// <param name="logOdds">Of each superpixel, natural logarithm of the odds that it belongs to the subject.</param>
    public WeighedPlaces(CutPicture picture, float[] logOdds)
    {
        this.picture = picture;
        LogOdds = logOdds;
        Shares = [.. logOdds.Select(l => 1 / (1 + MathF.Exp(-l)))];
    }

    /// <summary>Of each superpixel, natural logarithm of the odds that it belongs to the subject.</summary>
    public float[] LogOdds { get; }

    /// <summary>The same as a share, 0 … 1.</summary>
    public float[] Shares { get; }

    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="cuts">All readings by colours and contours, in their order.</param>
    /// <param name="tree">The picture's regions.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static WeighedPlaces Of(CutPicture picture, GestureGround ground, SuperpixelCut[] cuts, RegionTree tree, CancellationToken cancel)
    {
        var open = Open(ground);
        var figures = PlaceFigures.Of(picture, ground, cuts, tree).Rows(open, GestureFigures.Of(picture, ground, cuts));
        cancel.ThrowIfCancellationRequested();
        var likely = LearntNetworks.Readings.LogOdds(figures, cancel);
        float[] all = [.. ground.Marked.Sides.Select(s => s * Told)];
        for (var i = 0; i < open.Length; i++) all[open[i]] = likely[i];
        return new WeighedPlaces(picture, all);
    }

    /// <summary>The superpixels of which nothing was told.</summary>
    public static int[] Open(GestureGround ground) => [.. Enumerable.Range(0, ground.Marked.Sides.Length).Where(k => ground.Marked.Sides[k] == 0)];

    /// <summary>The overlap that is to be expected of taking some superpixels.</summary>
    public float Expected(bool[] inside) => Overlap(picture, Shares, inside);

    /// <summary>Intersection over union of some superpixels with what has a share of each.</summary>
    /// <param name="picture">Whose superpixels they are.</param>
    /// <param name="shares">Of each superpixel, 0 … 1.</param>
    /// <param name="inside">Which are taken.</param>
    public static float Overlap(CutPicture picture, float[] shares, bool[] inside)
    {
        float both = 1e-3f, either = 1e-3f;
        for (var k = 0; k < inside.Length; k++)
        {
            var own = shares[k] * picture.Sizes[k];
            either += inside[k] ? picture.Sizes[k] : own;
            if (inside[k]) both += own;
        }
        return both / either;
    }

    /// <summary>What is to be taken so that the greatest overlap is to be expected, cut along contours.</summary>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="cancel">Ends the work early.</param>
    public SuperpixelCut Cut(GestureGround ground, CancellationToken cancel)
    {
        // The best of all sets holds all that is likelier than something, which is a half at most.
        var order = Enumerable.Range(0, Shares.Length).ToArray();
        Array.Sort(Array.ConvertAll(LogOdds, l => -l), order);
        float expected = picture.Sizes.Select((s, k) => s * Shares[k]).Sum(), both = 0, taken = 0, most = 0, least = 0;
        foreach (var k in order)
        {
            both += Shares[k] * picture.Sizes[k];
            taken += picture.Sizes[k];
            if (both / (taken + expected - both + 1e-3f) is var overlap && overlap <= most) continue;
            (most, least) = (overlap, LogOdds[k]);
        }
        return Cut(ground, MathF.Min(0, least), SubjectReading.Weighed, null, cancel);
    }

    /// <summary>What is likelier than something, cut along contours.</summary>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="least">Natural logarithm of the odds.</param>
    /// <param name="reading">By what name.</param>
    /// <param name="leaning">How far each superpixel goes with corrections, −1 … 1; null before any.</param>
    /// <param name="cancel">Ends the work early.</param>
    public SuperpixelCut Cut(GestureGround ground, float least, SubjectReading reading, float[]? leaning, CancellationToken cancel) =>
        SuperpixelCut.Of(picture, ground, [.. LogOdds.Select(l => l - least)], Firmness, reading, leaning, cancel);
}
