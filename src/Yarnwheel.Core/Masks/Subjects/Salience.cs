using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>How much each part of a picture stands out from what its borders belong to.</summary>
/// <remarks>W. Zhu, S. Liang, Y. Wei, J. Sun, "Saliency Optimization from Robust Background Detection", CVPR 2014: a region is ground as far as it runs
/// along the picture's border for its size; what differs from the ground near it stands out; both are balanced over neighbours of like colour.</remarks>
internal sealed class Salience
{
    /// <summary>The picture is made this small, pixels.</summary>
    private const int MostPixels = 40_000;

    private const int Side = 10;

    // Differences of colour (OKLab) and of place (the picture's longer side) that count as near.
    private const float NearColour = 0.06f;
    private const float NearPlace = 0.4f;
    private const double NearBorder = 1;

    private Salience(LabPlanes lab, Superpixels superpixels, float[] values)
    {
        Width = lab.Width;
        Height = lab.Height;
        Values = [.. superpixels.Labels.Select(k => values[k])];
    }

    public int Width { get; }

    public int Height { get; }

    /// <summary>Of each pixel: 0 ground … 1 stands out.</summary>
    public float[] Values { get; }

    public static Salience Of(LabPlanes lab, CancellationToken cancel)
    {
        while ((long)lab.Width * lab.Height > MostPixels) lab = CutPicture.Halved(lab);
        var superpixels = Superpixels.Of(lab, Side, cancel);
        var (means, sizes, centres) = CutPicture.Summed(lab, superpixels);
        var count = superpixels.Count;
        var touches = Touching(superpixels, lab.Width, lab.Height);
        var atBorder = AtBorder(superpixels, lab.Width, lab.Height);
        float longer = Math.Max(lab.Width, lab.Height);
        float Apart(int a, int b) => (means[a] - means[b]).Length();

        // How much of the border each region takes, for its size.
        var ground = new double[count];
        Parallel.For(0, count, new ParallelOptions { CancellationToken = cancel }, k =>
        {
            // Small differences are the surface's own.
            var ways = CheapestWays.From([k], touches, (a, b) => MathF.Max(0, Apart(a, b) - NearColour / 3));
            double area = 0, length = 0;
            for (var i = 0; i < count; i++)
            {
                var near = Math.Exp(-ways[i] * ways[i] / (2 * NearColour * NearColour));
                area += near;
                if (atBorder[i]) length += near;
            }
            var connection = length / Math.Sqrt(area);
            ground[k] = 1 - Math.Exp(-connection * connection / (2 * NearBorder * NearBorder));
        });
        var stands = new double[count];
        for (var k = 0; k < count; k++)
            for (var i = 0; i < count; i++)
                stands[k] += Apart(k, i) * Math.Exp(-(centres[k] - centres[i]).LengthSquared() / (longer * longer) / (2 * NearPlace * NearPlace)) * ground[i];
        var most = Math.Max(1e-9, stands.Max());
        for (var k = 0; k < count; k++) stands[k] /= most;
        return new Salience(lab, superpixels, Balanced(ground, stands, touches, Apart));
    }

    /// <summary>Least squares: ground towards 0, what stands out towards 1, neighbours alike (Gauss–Seidel).</summary>
    private static float[] Balanced(double[] ground, double[] stands, List<int>[] touches, Func<int, int, float> apart)
    {
        var values = new double[ground.Length];
        for (var round = 0; round < 100; round++)
        {
            for (var k = 0; k < values.Length; k++)
            {
                double sum = stands[k], weight = stands[k] + ground[k];
                foreach (var other in touches[k])
                {
                    var hold = Math.Exp(-apart(k, other) * apart(k, other) / (2 * NearColour * NearColour)) + 0.1;
                    sum += hold * values[other];
                    weight += hold;
                }
                values[k] = sum / weight;
            }
        }
        return [.. values.Select(v => (float)v)];
    }

    private static List<int>[] Touching(Superpixels superpixels, int width, int height)
    {
        HashSet<int>[] result = [.. Enumerable.Range(0, superpixels.Count).Select(_ => new HashSet<int>())];
        void Touch(int i, int j)
        {
            int a = superpixels.Labels[i], b = superpixels.Labels[j];
            if (a == b) return;
            result[a].Add(b);
            result[b].Add(a);
        }
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                if (x + 1 < width) Touch(y * width + x, y * width + x + 1);
                if (y + 1 < height) Touch(y * width + x, (y + 1) * width + x);
            }
        }
        return [.. result.Select(r => r.ToList())];
    }

    private static bool[] AtBorder(Superpixels superpixels, int width, int height)
    {
        var result = new bool[superpixels.Count];
        for (var i = 0; i < superpixels.Labels.Length; i++)
            if (i % width == 0 || i % width == width - 1 || i < width || i >= width * (height - 1)) result[superpixels.Labels[i]] = true;
        return result;
    }
}
