namespace Yarnwheel.DemoScenes.Truth;

/// <summary>How far a mask and the truth agree.</summary>
internal static class Overlap
{
    /// <param name="mask">0 … 1.</param>
    /// <param name="alpha">The truth, 0 … 1.</param>
    /// <returns>Intersection over union of what is at least half covered, 0 … 1.</returns>
    public static double Of(float[] mask, float[] alpha)
    {
        int both = 0, either = 0;
        for (var i = 0; i < mask.Length; i++)
        {
            bool own = mask[i] >= 0.5f, truth = alpha[i] >= 0.5f;
            if (own && truth) both++;
            if (own || truth) either++;
        }
        return both / (double)Math.Max(1, either);
    }
}
