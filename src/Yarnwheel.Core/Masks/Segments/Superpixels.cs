using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>Groups neighbouring pixels of like colour.</summary>
/// <remarks>R. Achanta et al., "SLIC Superpixels Compared to State-of-the-Art Superpixel Methods", PAMI 34, 2012: k-means over colour and place,
/// each pixel looking at the nine centres about its own square of a grid. Pieces that come apart are left as they are: the cut gives them one side.</remarks>
internal sealed class Superpixels
{
    private const int Rounds = 4;

    /// <summary>Difference of colour, OKLab, that counts as much as a square's side.</summary>
    private const float Compactness = 0.05f;

    private Superpixels(int[] labels, int across, int down)
    {
        Labels = labels;
        Across = across;
        Count = across * down;
    }

    /// <summary>The superpixel of each pixel.</summary>
    public int[] Labels { get; }

    /// <summary>Squares of the grid in a row: superpixel k began in row k / Across, column k % Across, and stays within one of it.</summary>
    public int Across { get; }

    public int Count { get; }

    /// <param name="lab">OKLab.</param>
    /// <param name="side">Of a square to begin with, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Superpixels Of(LabPlanes lab, int side, CancellationToken cancel)
    {
        int width = lab.Width, height = lab.Height;
        int across = Math.Max(1, (int)Math.Round(width / (double)side)), down = Math.Max(1, (int)Math.Round(height / (double)side));
        var count = across * down;
        var labels = new int[width * height];
        for (var y = 0; y < height; y++)
            for (var x = 0; x < width; x++) labels[y * width + x] = y * down / height * across + x * across / width;
        float stepX = width / (float)across, stepY = height / (float)down;
        var place = Compactness / MathF.Sqrt(stepX * stepY);
        var centres = new Centre[count];
        Average(labels, lab, place, centres);
        // The grid's columns about each pixel.
        int[] lefts = [.. Enumerable.Range(0, width).Select(x => Math.Max(0, x * across / width - 1))], rights = [.. Enumerable.Range(0, width).Select(x => Math.Min(across - 1, x * across / width + 1))];
        for (var round = 0; round < Rounds; round++)
        {
            Rows.Each(height, y =>
            {
                var row = y * down / height;
                int top = Math.Max(0, row - 1), bottom = Math.Min(down - 1, row + 1);
                for (var x = 0; x < width; x++)
                {
                    int i = y * width + x, left = lefts[x], right = rights[x];
                    var here = new Vector4(lab.L[i], lab.A[i], lab.B[i], place * x);
                    var least = float.MaxValue;
                    var nearest = 0;
                    for (var v = top; v <= bottom; v++)
                    {
                        for (var k = v * across + left; k <= v * across + right; k++)
                        {
                            ref readonly var centre = ref centres[k];
                            var below = place * y - centre.Y;
                            var apart = (here - centre.ColourAndX).LengthSquared() + below * below;
                            if (apart >= least) continue;
                            least = apart;
                            nearest = k;
                        }
                    }
                    labels[i] = nearest;
                }
            }, cancel);
            if (round < Rounds - 1) Average(labels, lab, place, centres);
        }
        return new Superpixels(labels, across, down);
    }

    /// <summary>Mean colour and place of each group; one that lost all its pixels stays where it was.</summary>
    private static void Average(int[] labels, LabPlanes lab, float place, Centre[] centres)
    {
        var sums = new double[6 * centres.Length];
        for (int y = 0, i = 0; y < lab.Height; y++)
        {
            for (var x = 0; x < lab.Width; x++, i++)
            {
                var sum = sums.AsSpan(6 * labels[i], 6);
                sum[0] += lab.L[i];
                sum[1] += lab.A[i];
                sum[2] += lab.B[i];
                sum[3] += x;
                sum[4] += y;
                sum[5]++;
            }
        }
        for (var k = 0; k < centres.Length; k++)
        {
            var sum = sums.AsSpan(6 * k, 6);
            if (sum[5] == 0) continue;
            float Mean(double value, double number) => (float)(value / number);
            centres[k] = new Centre(new Vector4(Mean(sum[0], sum[5]), Mean(sum[1], sum[5]), Mean(sum[2], sum[5]), place * Mean(sum[3], sum[5])), place * Mean(sum[4], sum[5]));
        }
    }

    /// <summary>Places are scaled so that they count as colours do.</summary>
    private readonly record struct Centre(Vector4 ColourAndX, float Y);
}
