using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Where a matte may change its mask, and where it is worth looking closely.</summary>
internal static class MatteBand
{
    /// <summary>From this share of the radius on, the matte counts less and less, so that a band that grows changes nothing at once.</summary>
    private const double Easing = 0.6;

    /// <summary>Pieces of fewer pixels open no band.</summary>
    private const int Speck = 48;

    /// <summary>How far each pixel may change, 0 … 1, by its distance to the rough contour.</summary>
    /// <param name="rough">0 … 1.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="radius">Pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static float[] Shares(float[] rough, int width, int height, double radius, CancellationToken cancel)
    {
        var contour = Contour(Settled(rough, width, height), width, height);
        var distances = DistanceTransform.Of(contour, width, height, radius, cancel);
        var shares = new float[rough.Length];
        Rows.Each(height, y =>
        {
            for (var i = y * width; i < (y + 1) * width; i++)
            {
                var t = Math.Clamp((radius - distances.Distance(i)) / Math.Max(1e-6, radius * (1 - Easing)), 0, 1);
                shares[i] = (float)(t * t * (3 - 2 * t));
            }
        }, cancel);
        return shares;
    }

    /// <summary>The least region that holds all of the band; a single pixel where there is none.</summary>
    public static Region Bounds(Plane<float> shares)
    {
        int left = int.MaxValue, right = -1, top = -1, bottom = -1;
        for (var y = 0; y < shares.Height; y++)
        {
            var row = shares.Row(y);
            var first = row.IndexOfAnyExcept(0f);
            if (first < 0) continue;
            (left, right) = (Math.Min(left, first), Math.Max(right, row.LastIndexOfAnyExcept(0f)));
            if (top < 0) top = y;
            bottom = y;
        }
        return top < 0 ? new Region(0, 0, 1, 1) : new Region(left, top, right - left + 1, bottom - top + 1);
    }

    /// <summary>What is inside, specks and pinholes aside: they open no band, so that the work follows the contour that matters.</summary>
    private static bool[] Settled(float[] rough, int width, int height)
    {
        var inside = new bool[rough.Length];
        for (var i = 0; i < inside.Length; i++) inside[i] = rough[i] >= 0.5f;
        foreach (var side in (ReadOnlySpan<bool>)[true, false])
        {
            var pieces = Components.Of((x, y) => inside[y * width + x] == side, width, height, diagonal: side);
            var sizes = new int[pieces.Count];
            foreach (var run in pieces.Runs) sizes[run.Label] += run.End - run.Begin;
            foreach (var run in pieces.Runs)
                if (sizes[run.Label] < Speck) inside.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Fill(!side);
        }
        return inside;
    }

    private static bool[] Contour(bool[] inside, int width, int height)
    {
        var contour = new bool[inside.Length];
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var at = y * width + x;
                contour[at] = (x > 0 && inside[at] != inside[at - 1]) || (x + 1 < width && inside[at] != inside[at + 1])
                    || (y > 0 && inside[at] != inside[at - width]) || (y + 1 < height && inside[at] != inside[at + width]);
            }
        });
        return contour;
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
                    for (var u = Math.Max(0, x - 2); u <= Math.Min(width - 1, x + 2); u++)
                    {
                        var a = alpha[v * width + u];
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
