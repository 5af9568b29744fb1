using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Groups neighbouring pixels of like colour.</summary>
/// <remarks>R. Achanta et al., "SLIC Superpixels Compared to State-of-the-Art Superpixel Methods", PAMI 34, 2012: k-means over colour and place,
/// each pixel looking at the nine centres about its own square of a grid. Pieces that come apart are left as they are: the cut gives them one side.</remarks>
internal sealed class Superpixels
{
    private const int Rounds = 5;

    /// <summary>Difference of colour, OKLab, that counts as much as a square's side.</summary>
    private const float Compactness = 0.05f;

    private Superpixels(int[] labels, int count)
    {
        Labels = labels;
        Count = count;
    }

    /// <summary>The superpixel of each pixel.</summary>
    public int[] Labels { get; }

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
        var place = Compactness * Compactness / (stepX * stepY);
        var centres = new float[5 * count];
        Average(labels, lab, centres);
        for (var round = 0; round < Rounds; round++)
        {
            Rows.Each(height, y =>
            {
                var row = y * down / height;
                int top = Math.Max(0, row - 1), bottom = Math.Min(down - 1, row + 1);
                for (var x = 0; x < width; x++)
                {
                    var column = x * across / width;
                    int left = Math.Max(0, column - 1), right = Math.Min(across - 1, column + 1);
                    var i = y * width + x;
                    float l = lab.L[i], a = lab.A[i], b = lab.B[i], least = float.MaxValue;
                    var nearest = 0;
                    for (var v = top; v <= bottom; v++)
                    {
                        for (var u = left; u <= right; u++)
                        {
                            var centre = centres.AsSpan(5 * (v * across + u), 5);
                            float dl = l - centre[0], da = a - centre[1], db = b - centre[2], dx = x - centre[3], dy = y - centre[4];
                            var apart = dl * dl + da * da + db * db + place * (dx * dx + dy * dy);
                            if (apart >= least) continue;
                            least = apart;
                            nearest = v * across + u;
                        }
                    }
                    labels[i] = nearest;
                }
            }, cancel);
            if (round < Rounds - 1) Average(labels, lab, centres);
        }
        return new Superpixels(labels, count);
    }

    /// <summary>Mean colour and place of each group; one that lost all its pixels stays where it was.</summary>
    private static void Average(int[] labels, LabPlanes lab, float[] centres)
    {
        var sums = new double[6 * centres.Length / 5];
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
        for (var k = 0; k < centres.Length / 5; k++)
        {
            var number = sums[6 * k + 5];
            for (var c = 0; number > 0 && c < 5; c++) centres[5 * k + c] = (float)(sums[6 * k + c] / number);
        }
    }
}
