using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Where a matte may change its mask, and where it is worth looking closely.</summary>
internal static class MatteBand
{
    /// <summary>From this share of the radius on, the matte counts less and less, so that a band that grows changes nothing at once.</summary>
    private const double Easing = 0.75;

    /// <summary>A band narrower than this, pixels, counts less: the first touch of the slider moves little.</summary>
    private const double Onset = 2;

    /// <summary>What has less than this, 0 … 1, is nothing.</summary>
    private const float Faint = 0.06f;

    /// <summary>Pieces of fewer pixels open no band.</summary>
    private const int Speck = 48;

    /// <summary>How far each pixel may change, 0 … 1, by its distance to the rough contour: of the least region that holds all of the band, a single pixel where there is none.</summary>
    /// <param name="rough">Of the whole photo, 0 … 1.</param>
    /// <param name="radius">Pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Plane<float> Shares(Plane<float> rough, double radius, CancellationToken cancel)
    {
        var contour = Contours.Of(Settled(rough), rough.Region);
        var near = Of(contour, rough.Region, radius, cancel);
        // What the rough mask is unsure of belongs to its edge as far as the band goes.
        var isWider = false;
        for (var y = near.Region.Y; y < near.Region.Bottom; y++)
        {
            ReadOnlySpan<float> share = near.Row(y), own = rough.Row(y, near.Region);
            var marks = contour.AsSpan(rough.Index(near.Region.X, y), share.Length);
            for (var x = 0; x < share.Length; x++)
            {
                if (marks[x] || share[x] <= 0 || own[x] is <= Faint or >= 1 - Faint) continue;
                marks[x] = true;
                isWider = true;
            }
        }
        return isWider ? Of(contour, rough.Region, radius, cancel) : near;
    }

    private static Plane<float> Of(bool[] contour, Region region, double radius, CancellationToken cancel)
    {
        var bounds = Contours.Bounds(contour, region);
        if (bounds.IsEmpty) return new Plane<float>(new Region(region.X, region.Y, 1, 1));
        var band = bounds.Widen((int)Math.Ceiling(radius)).Intersect(region);
        var distances = DistanceTransform.Of(new Plane<bool>(region, contour).Cut(band).Values, band.Width, band.Height, radius, cancel);
        var shares = new Plane<float>(band);
        Rows.Each(band, y =>
        {
            var row = shares.Row(y);
            distances.Row(y - band.Y, row);
            foreach (ref var share in row)
            {
                var t = Math.Clamp((radius - share) / Math.Max(1e-6, radius * (1 - Easing)), 0, 1);
                share = (float)(t * t * (3 - 2 * t) * Math.Min(1, radius / Onset));
            }
        }, cancel);
        return shares;
    }

    /// <summary>The same about what was found to hang together with the mask: strands that it lost are followed, and what it has weakly is looked at; null where there is nothing of the kind.</summary>
    /// <param name="alpha">Found.</param>
    /// <param name="apart">How far both sides' models lie apart at each pixel, squared; 0 where nothing was looked at.</param>
    /// <param name="alarms">What is to be believed of it; null for everything.</param>
    /// <param name="rough">The mask.</param>
    /// <param name="region">Whose pixels they are.</param>
    /// <param name="radius">Pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static float[]? Grown(float[] alpha, float[] apart, FalseAlarms? alarms, float[] rough, Region region, double radius, CancellationToken cancel)
    {
        var pieces = Components.Of(Marks.Above(alpha, 0.12f), region.Width, region.Height);
        var known = new float[pieces.Count];
        foreach (var run in pieces.Runs)
            for (var i = run.Y * region.Width + run.Begin; i < run.Y * region.Width + run.End; i++) known[run.Label] += MathF.Min(alpha[i], rough[i]);
        var inside = Marks.Above(rough, MathF.BitDecrement(0.5f));
        var any = false;
        foreach (var run in pieces.Runs)
        {
            if (known[run.Label] < 4) continue;
            for (var x = run.Begin; x < run.End; x++)
            {
                var i = run.Y * region.Width + x;
                // What was never looked at the mask has itself, however weakly.
                if (inside[i] || (apart[i] > 0 && alpha[i] * (alarms is null ? 1 : MatteSolver.Trust(apart[i], alarms.DoubtAt(x, run.Y))) <= 0.3f)) continue;
                inside[i] = true;
                any = true;
            }
        }
        if (!any) return null;
        var grown = new Plane<float>(region);
        grown.Paste(Of(Contours.Of(inside, region), region, radius, cancel));
        return grown.Values;
    }

    /// <summary>What is inside, specks and pinholes aside: they open no band, so that the work follows the contour that matters.</summary>
    private static bool[] Settled(Plane<float> rough)
    {
        var inside = Marks.Above(rough.All, MathF.BitDecrement(0.5f));
        var turned = new bool[inside.Length];
        foreach (var side in (ReadOnlySpan<bool>)[true, false])
        {
            for (var i = 0; i < turned.Length; i++) turned[i] = inside[i] == side;
            var pieces = Components.Of(turned, rough.Width, rough.Height, diagonal: side);
            var sizes = new int[pieces.Count];
            foreach (var run in pieces.Runs) sizes[run.Label] += run.End - run.Begin;
            foreach (var run in pieces.Runs)
                if (sizes[run.Label] < Speck) inside.AsSpan(run.Y * rough.Width + run.Begin, run.End - run.Begin).Fill(!side);
        }
        return inside;
    }

    /// <summary>Where a view looks at its own pixels: about all that is not settled, or not as the rough mask has it.</summary>
    public static byte[] Open(float[] alpha, float[] rough, float[] share, int width, int height)
    {
        var open = new byte[alpha.Length];
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var at = y * width + x;
                if (share[at] <= 0) continue;
                float least = 1, most = 0;
                for (var v = Math.Max(0, y - 2); v <= Math.Min(height - 1, y + 2); v++)
                {
                    foreach (var a in alpha.AsSpan(v * width + Math.Max(0, x - 2), Math.Min(width - 1, x + 2) - Math.Max(0, x - 2) + 1))
                    {
                        least = MathF.Min(least, a);
                        most = MathF.Max(most, a);
                    }
                }
                if (most > 0.02f && least < 0.98f) open[at] = 1;
            }
        });
        return open;
    }
}
