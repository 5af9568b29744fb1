using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Smooths a mask's contour, and steepens or eases its edge.</summary>
internal static class MaskShape
{
    /// <summary>Standard deviation of the smoothing at 100, as a fraction of the photo's longer side.</summary>
    private const double Widest = 0.006;

    /// <summary>Transition that a smoothed edge is given back, pixels.</summary>
    private const double Transition = 1.5;

    /// <summary>Standard deviation of the smoothing, screen pixels.</summary>
    /// <param name="smooth">0 … 100.</param>
    /// <param name="longer">Longer side of the photo on the screen, pixels.</param>
    public static double Sigma(double smooth, double longer) => smooth / 100 * Widest * longer;

    /// <summary>Rounds corners and takes jaggedness away: a Gaussian, then the half-way contour made steep again, so that straight edges stay where they are.</summary>
    /// <param name="result">Receives it.</param>
    /// <param name="region">What is wanted; within both masks.</param>
    /// <param name="mask">0 … 1.</param>
    /// <param name="sigma">Standard deviation, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Smooth(Plane<float> result, Region region, Plane<float> mask, double sigma, CancellationToken cancel)
    {
        GaussianBlur.Into(result, region, mask, sigma, cancel);
        // A hard edge blurred by a Gaussian has the slope 1 / (σ √2π) at its middle.
        var gain = (float)Math.Max(1, sigma * Math.Sqrt(2 * Math.PI) / Transition);
        Rows.Each(region, y =>
        {
            foreach (ref var m in result.Row(y, region)) m = Math.Clamp((m - 0.5f) * gain + 0.5f, 0, 1);
        }, cancel);
    }

    /// <summary>Steepens (+) or eases (−) the edge about its middle: m^p / (m^p + (1 − m)^p).</summary>
    /// <param name="result">Receives it.</param>
    /// <param name="region">What is wanted; within both masks.</param>
    /// <param name="mask">0 … 1.</param>
    /// <param name="contrast">−100 … 100.</param>
    public static void Contrast(Plane<float> result, Region region, Plane<float> mask, double contrast)
    {
        var power = Math.Pow(2, contrast / 25);
        var table = new float[1025];
        for (var i = 0; i < table.Length; i++)
        {
            var m = i / 1024.0;
            double up = Math.Pow(m, power), down = Math.Pow(1 - m, power);
            table[i] = (float)(up / (up + down));
        }
        Rows.Each(region, y =>
        {
            ReadOnlySpan<float> from = mask.Row(y, region);
            var into = result.Row(y, region);
            for (var x = 0; x < into.Length; x++)
            {
                var at = from[x] * 1024;
                var index = Math.Min((int)at, 1023);
                into[x] = table[index] + (table[index + 1] - table[index]) * (at - index);
            }
        });
    }
}
