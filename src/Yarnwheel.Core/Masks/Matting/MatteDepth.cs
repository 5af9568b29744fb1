using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Which pixels may speak for a side by their place. Where both sides of a contour are thick the edge may be a wide soft one, whose pixels are mixed:
/// those farther in speak for them. About strands and gaps every pixel may speak.</summary>
/// <remarks>A thing is thick where its opening with a disc of the radius, or of half of it, keeps it (mathematical morphology; J. Serra 1982).
/// Found on cells, of which the radius has a few: what is asked is smooth.</remarks>
internal static class MatteDepth
{
    /// <summary>Cells of a radius.</summary>
    private const double Fineness = 3;

    /// <summary>Shares of a disc's radius between which pixels begin to speak.</summary>
    private const double Silent = 0.3;
    private const double Loud = 0.8;

    /// <summary>What is left of a pixel that should not speak: it does where nothing else is.</summary>
    private const float Whisper = 1e-6f;

    /// <summary>The factor of each pixel as a witness of either side, 0 … 1; null where the radius is too small to tell.</summary>
    /// <param name="rough">The mask, 0 … 1, row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="radius">How far the mask may be wrong, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static float[]? Of(float[] rough, int width, int height, double radius, CancellationToken cancel)
    {
        var cell = Math.Max(1, (int)(radius / Fineness));
        if (radius / cell < 3) return null;
        int across = (width + cell - 1) / cell, down = (height + cell - 1) / cell;
        var inside = Marks.Above(Means(rough, width, height, cell, across, down), 0.5f);
        var contour = DistanceTransform.Of(Contours.Of(inside, new Region(0, 0, across, down)), across, down, radius / cell + 1, cancel);
        var distances = new float[inside.Length];
        Rows.Each(down, y => contour.Row(y, distances.AsSpan(y * across, across)), cancel);
        double[] own = [], rest = [];
        Rows.AtOnce(() => own = Thickness(inside, true, distances, across, down, radius / cell, cancel), () => rest = Thickness(inside, false, distances, across, down, radius / cell, cancel));
        var factors = new float[inside.Length];
        Rows.Each(down, y =>
        {
            for (var i = y * across; i < (y + 1) * across; i++)
            {
                float distance = distances[i];
                var thick = 0.0;
                if (distance < radius / cell)
                {
                    var nearest = contour.Nearest(i);
                    thick = Math.Min(own[nearest], rest[nearest]);
                }
                var t = thick == 0 ? 1 : Math.Clamp((distance / thick - Silent) / (Loud - Silent), 0, 1);
                factors[i] = Whisper + (1 - Whisper) * (float)(t * t * (3 - 2 * t));
            }
        }, cancel);
        if (cell == 1) return factors;
        var spread = new float[rough.Length];
        Rows.Each(height, y =>
        {
            var row = factors.AsSpan(y / cell * across, across);
            for (var x = 0; x < width; x++) spread[y * width + x] = row[x / cell];
        }, cancel);
        return spread;
    }

    /// <summary>Of each cell the radius of the largest disc that lies on a side and holds it.</summary>
    private static double[] Thickness(bool[] inside, bool side, float[] distances, int width, int height, double radius, CancellationToken cancel)
    {
        var thickness = new double[inside.Length];
        foreach (var disc in (ReadOnlySpan<double>)[radius / 2, radius])
        {
            var core = new bool[inside.Length];
            for (var i = 0; i < core.Length; i++) core[i] = inside[i] == side && distances[i] >= disc;
            var cores = DistanceTransform.Of(core, width, height, disc + 2, cancel);
            // The cell across the contour goes along: it stands for what lies beyond.
            Rows.Each(height, width, (y, row) =>
            {
                cores.Row(y, row.AsSpan(0, width));
                for (var x = 0; x < width; x++)
                    if (row[x] <= disc + 2) thickness[y * width + x] = disc;
            }, cancel);
        }
        return thickness;
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
