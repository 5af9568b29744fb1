using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Wide, even areas that a mask has by half, of colours that are surely inside nowhere: a thing somewhat like what is kept, and no edge. There the mask stays as it is.</summary>
/// <remarks>No colour tells whether such a thing is meant. Sought for an edge, its rims became all, its middle stayed half, and patches of both lay side by side.
/// Soft brushes, fur and what shows through are none: their values run from nothing to all, or their colours are the subject's.</remarks>
internal static class MattePlateaus
{
    /// <summary>A pixel is half where four times its value times the rest is at least so much, on average round about.</summary>
    private const float Half = 0.5f;
    private const double Near = 2;

    /// <summary>It is even where the mean round about changes by no more than this within so many pixels.</summary>
    private const float Even = 0.2f;
    private const int Step = 6;
    private const double Round = 4;

    /// <summary>Narrower than twice this, pixels, it is an edge.</summary>
    private const double Deep = 5;

    /// <summary>What lies so near about one goes with it, pixels.</summary>
    private const double Around = 14;

    /// <summary>Means that are nothing, and all; of what is nearly nothing no account is taken.</summary>
    private const float Nothing = 0.08f;
    private const float All = 0.85f;
    private const float Faint = 0.02f;

    /// <summary>How far sure places are looked for, pixels.</summary>
    private const double Far = 256;

    /// <summary>By how much it is more than a ramp from nothing to all would be there, from which it counts, and how much more until it counts fully.</summary>
    private const double Above = 0.12;

    /// <summary>Density of a colour among those surely inside at which it is half known, and how well known it is at most, and at least, of an area that is held.</summary>
    private const float Dense = 4;
    private const float Known = 0.6f;
    private const float Unknown = 0.3f;

    /// <summary>How far each pixel may change, 0 … 1; null where there is no such area.</summary>
    /// <param name="rough">The mask, of each pixel.</param>
    /// <param name="bins">Of each pixel, the bin of its colour.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static float[]? Free(float[] rough, ushort[] bins, int width, int height, CancellationToken cancel)
    {
        var half = SmallBlur.Of(Array.ConvertAll(rough, m => 4 * m * (1 - m)), width, height, Near);
        if (!Array.Exists(half, q => q >= Half)) return null;
        var even = SmallBlur.Of(rough, width, height, Round);
        var isElse = Marks.Where(width, height, i => half[i] < Half || Steepest(even, i % width, i / width, width, height) > Even);
        var depth = DistanceTransform.Of(isElse, width, height, Deep + 1, cancel);
        var core = Marks.Where(width, height, i => depth.Distance(i) > Deep);
        if (!core.Contains(true)) return null;
        var about = DistanceTransform.Of(core, width, height, Around + 1, cancel);
        var mean = SmallBlur.Of(rough, width, height, Near);
        var sure = Marks.Where(width, height, i => mean[i] >= All);
        var toAll = DistanceTransform.Of(sure, width, height, Far, cancel);
        var toNothing = DistanceTransform.Of(Marks.Where(width, height, i => mean[i] <= Nothing), width, height, Far, cancel);
        var seen = ColourBins.Densities(bins, sure);
        var known = SmallBlur.Of(Array.ConvertAll(bins, b => seen[b] / (seen[b] + Dense)), width, height, Round);
        var free = new float[rough.Length];
        for (var i = 0; i < free.Length; i++)
        {
            free[i] = 1;
            if (mean[i] <= Faint || mean[i] >= All || about.Distance(i) > Around) continue;
            double all = Math.Min(Far, toAll.Distance(i)), nothing = Math.Min(Far, toNothing.Distance(i)), ramp = nothing / Math.Max(1e-3, all + nothing);
            var held = Math.Clamp((mean[i] - ramp - Above) / Above, 0, 1) * Math.Clamp((Known - known[i]) / (Known - Unknown), 0, 1);
            free[i] = (float)(1 - held);
        }
        return free;
    }

    /// <summary>The most that a mean differs from those some pixels to the sides, above and below.</summary>
    private static float Steepest(float[] mean, int x, int y, int width, int height)
    {
        var own = mean[y * width + x];
        float left = mean[y * width + Math.Max(0, x - Step)], right = mean[y * width + Math.Min(width - 1, x + Step)];
        float above = mean[Math.Max(0, y - Step) * width + x], below = mean[Math.Min(height - 1, y + Step) * width + x];
        return MathF.Max(MathF.Max(MathF.Abs(own - left), MathF.Abs(own - right)), MathF.Max(MathF.Abs(own - above), MathF.Abs(own - below)));
    }
}
