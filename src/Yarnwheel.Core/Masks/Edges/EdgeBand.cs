using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>The pixels along a mask's contour of which it is open how far they belong to it.</summary>
internal sealed class EdgeBand
{
    private EdgeBand(int[] pixels, int[] positions, bool[] inside)
    {
        Pixels = pixels;
        Positions = positions;
        Inside = inside;
    }

    /// <summary>Indices of the open pixels.</summary>
    public int[] Pixels { get; }

    /// <summary>Of each pixel of the plane: its place in <see cref="Pixels"/>, or −1 where it is not open.</summary>
    public int[] Positions { get; }

    /// <summary>Of each pixel of the plane: whether it counts as inside.</summary>
    public bool[] Inside { get; }

    /// <param name="mask">0 … 1.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="radius">How far on either side of the contour pixels are open; 0 for those only that the mask leaves half-way.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static EdgeBand Of(float[] mask, int width, int height, double radius, CancellationToken cancel)
    {
        var inside = Array.ConvertAll(mask, m => m >= 0.5f);
        var contour = radius > 0 ? DistanceTransform.Of(Contour(inside, width, height), width, height, cancel) : null;
        var positions = new int[mask.Length];
        var pixels = new List<int>();
        for (var i = 0; i < mask.Length; i++)
        {
            var open = mask[i] is > 0.004f and < 0.996f || (contour is not null && contour.Distance(i) <= radius);
            positions[i] = open ? pixels.Count : -1;
            if (open) pixels.Add(i);
        }
        return new EdgeBand([.. pixels], positions, inside);
    }

    /// <summary>The pixels on either side of the contour.</summary>
    private static bool[] Contour(bool[] inside, int width, int height)
    {
        var contour = new bool[inside.Length];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var i = y * width + x;
                if (x + 1 < width && inside[i] != inside[i + 1]) contour[i] = contour[i + 1] = true;
                if (y + 1 < height && inside[i] != inside[i + width]) contour[i] = contour[i + width] = true;
            }
        }
        return contour;
    }
}
