using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Which pixels may speak for a side by their place. Where both sides of a contour are thick the edge may be a wide soft one, whose pixels are mixed:
/// those farther in speak for them, and for the strands that grow from there. About other strands and gaps every pixel may speak.</summary>
/// <remarks>A thing is thick where its opening with a disc of the radius, or of half of it, keeps it (mathematical morphology; J. Serra 1982).
/// Found on cells, of which the radius has a few: what is asked is smooth.</remarks>
internal static class MatteDepth
{
    /// <summary>Cells of a radius.</summary>
    private const double Fineness = 6;

    /// <summary>Shares of a disc's radius between which pixels begin to speak.</summary>
    private const double Silent = 0.3;
    private const double Loud = 0.8;

    /// <summary>What is left of a pixel that should not speak: it does where nothing else is.</summary>
    private const float Whisper = 1e-6f;

    /// <summary>What is left of a strand's pixel beside a thick thing, and how many radii away from its core the strand speaks for itself.</summary>
    private const double Strand = 1e-3;
    private const double Beside = 4;

    /// <summary>The factor of each pixel as a witness of what is inside, and of what is outside, 0 … 1; null where the radius is too small to tell.</summary>
    /// <param name="rough">The mask, 0 … 1, row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="radius">How far the mask may be wrong, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static (float[] Inside, float[] Outside)? Of(float[] rough, int width, int height, double radius, CancellationToken cancel)
    {
        var cell = Math.Max(1, (int)(radius / Fineness));
        if (radius / cell < 3) return null;
        int across = (width + cell - 1) / cell, down = (height + cell - 1) / cell;
        var inside = Marks.Above(Means(rough, width, height, cell, across, down), 0.5f);
        var contour = DistanceTransform.Of(Contours.Of(inside, new Region(0, 0, across, down)), across, down, radius / cell + 1, cancel);
        var (own, other) = (Thickness(inside, true, contour, across, down, radius / cell, cancel), Thickness(inside, false, contour, across, down, radius / cell, cancel));
        float[] Spread(bool side)
        {
            var factors = Factors(inside, side, own, other, contour, radius / cell);
            var spread = new float[rough.Length];
            Rows.Each(height, y =>
            {
                var row = factors.AsSpan(y / cell * across, across);
                for (var x = 0; x < width; x++) spread[y * width + x] = row[x / cell];
            }, cancel);
            return spread;
        }
        return (Spread(true), Spread(false));
    }

    /// <summary>Of each cell the radius of the largest disc that lies on a side and holds it, and how far the thick things of that side are.</summary>
    private static (double[] Radius, DistanceTransform Cores) Thickness(bool[] inside, bool side, DistanceTransform contour, int width, int height, double radius, CancellationToken cancel)
    {
        var thickness = new double[inside.Length];
        DistanceTransform? cores = null;
        foreach (var disc in (ReadOnlySpan<double>)[radius / 2, radius])
        {
            var core = new bool[inside.Length];
            for (var i = 0; i < core.Length; i++) core[i] = inside[i] == side && contour.Distance(i) >= disc;
            cores = DistanceTransform.Of(core, width, height, Math.Max(Beside * radius, disc) + 2, cancel);
            // The cell across the contour goes along: it stands for what lies beyond.
            for (var i = 0; i < core.Length; i++)
                if (cores.Distance(i) <= disc + 2) thickness[i] = disc;
        }
        return (thickness, cores!);
    }

    private static float[] Factors(bool[] inside, bool side, (double[] Radius, DistanceTransform Cores) own, (double[] Radius, DistanceTransform Cores) other, DistanceTransform contour, double radius)
    {
        var factors = new float[inside.Length];
        for (var i = 0; i < factors.Length; i++)
        {
            factors[i] = 1;
            var distance = contour.Distance(i);
            if (distance >= radius) continue;
            var nearest = contour.Nearest(i);
            var thick = Math.Min(own.Radius[nearest], other.Radius[nearest]);
            if (thick == 0)
            {
                if (side && own.Radius[nearest] == 0) factors[i] = (float)Math.Pow(Strand, Math.Clamp((Beside - own.Cores.Distance(i) / radius) / (Beside - 1), 0, 1));
                continue;
            }
            var t = Math.Clamp((distance / thick - Silent) / (Loud - Silent), 0, 1);
            factors[i] = Whisper + (1 - Whisper) * (float)(t * t * (3 - 2 * t));
        }
        return factors;
    }

    private static float[] Means(float[] plane, int width, int height, int cell, int across, int down)
    {
        if (cell == 1) return plane;
        var means = new float[across * down];
        Rows.Each(down, row =>
        {
            var (top, bottom) = (row * cell, Math.Min(height, (row + 1) * cell));
            for (var x = 0; x < across; x++)
            {
                var (left, right) = (x * cell, Math.Min(width, (x + 1) * cell));
                var sum = 0f;
                for (var y = top; y < bottom; y++)
                    foreach (var value in plane.AsSpan(y * width + left, right - left)) sum += value;
                means[row * across + x] = sum / ((bottom - top) * (right - left));
            }
        });
        return means;
    }
}
