namespace Yarnwheel.Core.Masks.Reaches;

/// <summary>The reach that suits a photo: where a mask's border runs along clear contours, before it floods what lies beyond.</summary>
/// <remarks>Stable, contrasting regions of all thresholds (Matas et al., "Robust wide-baseline stereo from maximally stable extremal regions", BMVC 2002) give the idea:
/// clear borders speak for a threshold, growth speaks against it. The weights were fitted on scenes of known masks (docs/quality.md).</remarks>
internal static class FittedReach
{
    private const int Least = ColourSteps.OfHundredth;
    private const int Most = 25 * ColourSteps.OfHundredth;

    /// <summary>Logarithms of how clear the border is: of all that is taken, and of what hangs together with the picks.</summary>
    private const double Clear = 0.6;
    private const double JoinedClear = 0.75;

    /// <summary>How fast what hangs together grows with the threshold, logarithm by logarithm.</summary>
    private const double Growth = -0.85;
    private const int Around = 3;

    /// <summary>Share of the photo that is taken.</summary>
    private const double Share = -1.8;

    /// <summary>Logarithm of what hangs together, as a share of what is taken.</summary>
    private const double Joined = 0.55;

    /// <summary>Squared logarithm of the threshold over a usual one, hundredths of OKLab.</summary>
    private const double Unusual = -0.1;
    private const double Usual = 6;

    /// <summary>Areas less than this, pixels, say nothing of their growth.</summary>
    private const double Speck = 50;

    /// <summary>Clarity below which contours are none, hundredths of OKLab.</summary>
    private const double Unclear = 0.3;

    /// <param name="all">Of what is taken at each threshold.</param>
    /// <param name="joined">Of what of it hangs together with the picks.</param>
    /// <param name="pixels">Of the picture.</param>
    /// <returns>Distance that parts what is taken from the rest, hundredths of OKLab.</returns>
    public static double Of(ContourCounts all, ContourCounts joined, long pixels)
    {
        var (best, highest) = (Least, double.NegativeInfinity);
        for (var t = Least; t <= Most; t++)
        {
            var unusual = Math.Log(t / (Usual * ColourSteps.OfHundredth));
            var growth = Math.Log((joined.Area[t + Around] + Speck) / (joined.Area[t - Around] + Speck)) / Math.Log((double)(t + Around) / (t - Around));
            var score = Clear * Math.Log(Math.Max(Unclear, all.Clarity(t))) + JoinedClear * Math.Log(Math.Max(Unclear, joined.Clarity(t)))
                + Growth * growth + Share * all.Area[t] / pixels + Joined * Math.Log((joined.Area[t] + Speck) / (all.Area[t] + Speck)) + Unusual * unusual * unusual;
            if (score > highest) (best, highest) = (t, score);
        }
        return (double)best / ColourSteps.OfHundredth;
    }
}
