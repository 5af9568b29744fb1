namespace Yarnwheel.Core.Masks.Reaches;

/// <summary>The reach that suits a photo: where the border of what hangs together with the picks runs along a clear contour, before it floods what lies beyond.</summary>
/// <remarks>The idea of Matas et al., "Robust wide baseline stereo from maximally stable extremal regions" (BMVC 2002): of all thresholds those count at which a region
/// stays what it is. The weights were fitted on scenes of known masks, made at random (docs/quality.md).</remarks>
internal static class FittedReach
{
    private const int Least = ColourSteps.OfHundredth;
    private const int Most = 25 * ColourSteps.OfHundredth;

    /// <summary>Who keeps nearly all of a photo would not ask for a colour.</summary>
    private const double MostOfPhoto = 0.9;

    /// <summary>How fast what is taken grows with the threshold, logarithm by logarithm.</summary>
    private const double Growth = -0.3;
    private const int Around = 3;

    /// <summary>Share of the photo that is taken.</summary>
    private const double Share = -0.85;

    /// <summary>Logarithm of what hangs together with the picks, of what is taken.</summary>
    private const double Joined = 0.25;

    /// <summary>Squared logarithm of the threshold over a usual one, hundredths of OKLab.</summary>
    private const double Unusual = -0.075;
    private const double Usual = 6;

    /// <summary>Logarithm of what is taken, where it is not much more than a thousandth of the photo.</summary>
    private const double Tiny = 0.3;
    private const double Small = 0.001;

    /// <summary>Fewer pixels say nothing of how fast they grow.</summary>
    private const double Speck = 50;

    /// <summary>Less clear than this, hundredths of OKLab, there is no contour.</summary>
    private const double Unclear = 0.3;

    /// <param name="taken">Pixels that are taken at each threshold.</param>
    /// <param name="joined">Of what of it hangs together with the picks.</param>
    /// <returns>Distance that parts what is taken from the rest, hundredths of OKLab.</returns>
    public static double Of(long[] taken, ContourCounts joined)
    {
        double all = taken[^1];
        var (best, highest) = (Least, double.NegativeInfinity);
        for (var t = Least; t <= Most && taken[t] <= MostOfPhoto * all; t++)
        {
            var growth = Math.Log((taken[t + Around] + Speck) / (taken[t - Around] + Speck)) / Math.Log((double)(t + Around) / (t - Around));
            var unusual = Math.Log(t / (Usual * ColourSteps.OfHundredth));
            var score = Math.Log(Math.Max(Unclear, joined.Distinctness(t))) + Growth * growth + Share * taken[t] / all + Joined * Math.Log((joined.Area[t] + Speck) / (taken[t] + Speck))
                + Unusual * unusual * unusual + Tiny * Math.Log((taken[t] + 1) / (taken[t] + 1 + Small * all));
            if (score > highest) (best, highest) = (t, score);
        }
        return (double)best / ColourSteps.OfHundredth;
    }
}
