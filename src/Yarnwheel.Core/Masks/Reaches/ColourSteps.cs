using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Patches;

namespace Yarnwheel.Core.Masks.Reaches;

/// <summary>Of each pixel how far a reach must go to take it, in steps of a quarter of a hundredth of OKLab: anywhere, and where it hangs together with what was picked.</summary>
/// <param name="Anywhere">By its colour alone, 0 … 255.</param>
/// <param name="Joined">By its colour and those on the way from a pick; the same where nothing was picked on the photo.</param>
internal sealed record ColourSteps(byte[] Anywhere, byte[] Joined)
{
    /// <summary>Steps of one hundredth of OKLab.</summary>
    public const int OfHundredth = 4;

    /// <param name="keep">OKLab distance of each pixel to the nearest kept shade.</param>
    /// <param name="leave">Likewise to those left out, which take away what is nearer to them; null for none.</param>
    /// <param name="picked">Of each pixel, whether a pick lies on it.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static ColourSteps Of(Plane<float> keep, Plane<float>? leave, bool[] picked, CancellationToken cancel)
    {
        var region = keep.Region;
        var steps = new byte[region.Area];
        Rows.Each(region, y =>
        {
            Span<float> own = keep.Row(y), others = leave is null ? [] : leave.Row(y, region);
            var into = steps.AsSpan((y - region.Y) * region.Width, region.Width);
            for (var x = 0; x < own.Length; x++)
                into[x] = leave is not null && others[x] < own[x] ? byte.MaxValue : (byte)MathF.Min(byte.MaxValue, own[x] * (100 * OfHundredth));
        }, cancel);
        if (!picked.Contains(true)) return new ColourSteps(steps, steps);
        var seeds = Enumerable.Range(0, picked.Length).Where(i => picked[i]).Select(i => (i % region.Width, i / region.Width));
        return new ColourSteps(steps, ReachTiles.Solve(steps, region.Width, region.Height, seeds, cancel));
    }

    /// <summary>How many pixels each threshold takes, from 0 on: those of lower steps, by their colour alone.</summary>
    public long[] Taken()
    {
        var taken = new long[ContourCounts.Thresholds];
        foreach (var step in Anywhere) if (step < byte.MaxValue) taken[step + 1]++;
        for (var t = 1; t < taken.Length; t++) taken[t] += taken[t - 1];
        // The last one takes all.
        taken[^1] = Anywhere.Length;
        return taken;
    }
}
