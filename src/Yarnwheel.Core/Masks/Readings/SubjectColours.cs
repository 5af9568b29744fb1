using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>What the colours of a picture say, as more and more of it is told to be inside or outside.</summary>
/// <param name="picture">That is cut.</param>
/// <param name="ground">What the gesture says.</param>
/// <param name="fromStrokes">Whether the subject looks like its inside strokes; else like what is in the box.</param>
/// <param name="least">Least standard deviation of a colour, OKLab: the less, the finer colours are told apart.</param>
internal sealed class SubjectColours(CutPicture picture, GestureGround ground, bool fromStrokes, float least)
{
    /// <summary>What strokes mark weighs at least so much, beside all that is found on its side.</summary>
    private const float InsideAnchor = 0.5f;

    /// <summary>The same where the whole box is looked at.</summary>
    private const float InsideAnchorInBox = 0.1f;

    /// <summary>At first, what is near to the inside strokes, and of colours rare around the box, weighs so much, beside them.</summary>
    private const float NearbyShare = 2;

    /// <summary>How fast colours lose their say as the surroundings hold more of them; where they say nothing, the box is taken to hold mostly the subject.</summary>
    private const double Doubt = 3.5;

    // What being in the box says where colours say nothing, natural logarithm of the odds a pixel.
    private const float InBox = 1.2f;

    private const float LeastTrust = 0.1f;

    /// <summary>Where next to nothing is seen around the box, other grounds may be in it: of any colour, at this density in OKLab.</summary>
    private const float Unseen = 3;

    private readonly MarkedSuperpixels marked = ground.Marked;
    private float[] first = [];

    /// <summary>Of each cell: above 0 for inside.</summary>
    public float[] LogOdds { get; private set; } = new float[picture.Colours.Length];

    /// <summary>Looks at both sides anew.</summary>
    /// <param name="inside">Whether each superpixel is inside.</param>
    /// <param name="outside">Whether each superpixel is outside.</param>
    /// <param name="isFirst">Whether it is the first look.</param>
    /// <returns>Whether there are both sides to be told apart.</returns>
    public bool Look(bool[] inside, bool[] outside, bool isFirst)
    {
        // What spoke against the subject at the first look, its shadow for one, must not change what the subject looks like.
        float[] within = ground.Weighed(k => inside[k] && (isFirst || !fromStrokes || first.Length == 0 || first[k] > 0) ? 1 : 0), without = ground.Outside(k => outside[k]);
        GestureGround.Anchored(within, marked.InsideCells, fromStrokes ? InsideAnchor : InsideAnchorInBox);
        var unseen = fromStrokes ? Unseen * (1 - ground.Surroundings) : 0;
        if (!within.Any(v => v > 0) || (unseen == 0 && !without.Any(v => v > 0)))
        {
            LogOdds = new float[picture.Colours.Length];
            return false;
        }
        if (isFirst && fromStrokes)
        {
            var near = ground.Weighed(k => marked.Sides[k] == MarkedSuperpixels.Outside || (ground.Rare is { } rare && !rare[k]) ? 0 : Math.Clamp(ground.Nearby[k] + 0.2f, 0, 1));
            var factor = ground.Surroundings * NearbyShare * within.Sum() / Math.Max(1, near.Sum());
            for (var c = 0; c < within.Length; c++) within[c] += factor * near[c];
        }
        // Both sides are told apart as finely: what lies around, fitted already, is for the usual deviation.
        LogOdds = ColourLogOdds.Of(picture.Colours, within, without, marked.InsideCells, isFirst && least == GaussianMixture.LeastDeviation ? ground.Around : null, unseen, least);
        var summed = Summed();
        if (isFirst) first = summed;
        var trust = Trust(summed);
        var trustInBox = marked.HasInside ? InBox * (1 - trust) : 0;
        for (var c = 0; c < LogOdds.Length; c++) LogOdds[c] = LogOdds[c] * trust + trustInBox;
        return true;
    }

    /// <summary>What the colours of each superpixel say, summed over its pixels of the half picture.</summary>
    public float[] Summed() => picture.Shares.Summed(LogOdds);

    /// <summary>Less than one where much of what is known to be outside has the colours of the inside.</summary>
    private float Trust(float[] logOdds)
    {
        double wrong = 0, all = 1e-9;
        for (var k = 0; k < logOdds.Length; k++)
        {
            if (marked.Sides[k] != MarkedSuperpixels.Outside) continue;
            var weight = ground.Counts[k] * picture.Sizes[k];
            all += weight;
            if (logOdds[k] > 0) wrong += weight;
        }
        return (float)Math.Clamp(1 - Doubt * wrong / all, LeastTrust, 1);
    }
}
