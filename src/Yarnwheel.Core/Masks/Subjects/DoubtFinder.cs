using System.Numerics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Finds where a subject's contour is in doubt: where it moves when everything leans a little more to one side or the other, and where the picture has no edge.</summary>
/// <remarks>The cut is solved twice more, for a bias towards inside and one towards outside; the superpixels that change sides are in doubt
/// (a simple form of the min-marginals of P. Kohli, P. Torr, "Measuring Uncertainty in Graph Cut Solutions", CVIU 112, 2008).</remarks>
internal static class DoubtFinder
{
    /// <summary>The bias: natural logarithm of the odds a pixel.</summary>
    private const float LogOdds = 1.5f;

    /// <summary>How near to the contour a superpixel in doubt must be, pixels.</summary>
    private const int Near = 5;

    /// <summary>Stretches shorter than this are not worth a look, pixels.</summary>
    private const int Shortest = 12;

    /// <summary>How far to both sides the picture is compared, pixels.</summary>
    private const int Across = 4;

    // How strongly the two sides affinity together where there is a clear edge at most, where there is none at least.
    private const double ClearEdge = 0.1;
    private const double NoEdge = 0.6;

    private const int Gap = 3;

    private const int Most = 24;

    /// <summary>Between the places that are told, pixels.</summary>
    private const int Step = 8;

    /// <returns>Longest first.</returns>
    public static IReadOnlyList<DoubtfulStretch> Of(CutPicture picture, SuperpixelCut coarse, byte[] mask, CancellationToken cancel)
    {
        bool[] more = coarse.Biased(LogOdds, cancel), less = coarse.Biased(-LogOdds, cancel);
        bool[] inDoubt = [.. more.Select((m, k) => m != less[k])];
        int width = picture.Width, height = picture.Height;
        bool Inside(int x, int y) => mask[y * width + x] >= 128;
        bool IsContour(int x, int y) => Inside(x, y) && ((x > 0 && !Inside(x - 1, y)) || (x + 1 < width && !Inside(x + 1, y)) || (y > 0 && !Inside(x, y - 1)) || (y + 1 < height && !Inside(x, y + 1)));
        // Of three by three pixels: grain is not an edge.
        Vector3 Mean(int x, int y)
        {
            var sum = Vector3.Zero;
            for (var v = y - 1; v <= y + 1; v++)
                for (var i = v * width + x - 1; i <= v * width + x + 1; i++) sum += new Vector3(picture.Lab.L[i], picture.Lab.A[i], picture.Lab.B[i]);
            return sum / 9;
        }
        // How strongly the picture holds together across the contour; 0 where it has no two sides.
        double Affinity(int x, int y)
        {
            var (sides, sum) = (0, 0.0);
            foreach (var (u, v) in ((int, int)[])[(Across, 0), (0, Across), (Across, Across), (Across, -Across)])
            {
                if (x - u < 1 || x + u >= width - 1 || y - Math.Abs(v) < 1 || y + Math.Abs(v) >= height - 1 || Inside(x - u, y - v) == Inside(x + u, y + v)) continue;
                sides++;
                sum += Math.Exp(-picture.Falloff * (Mean(x - u, y - v) - Mean(x + u, y + v)).LengthSquared());
            }
            return sides > 0 ? sum / sides : 0;
        }
        bool IsDoubtful(int x, int y)
        {
            if (!IsContour(x, y)) return false;
            var affinity = Affinity(x, y);
            if (affinity > NoEdge) return true;
            // Superpixels that an edge runs through tip over easily, but their pixels do not.
            if (affinity < ClearEdge) return false;
            foreach (var (u, v) in ((int, int)[])[(0, 0), (-Near, 0), (Near, 0), (0, -Near), (0, Near)])
                if (x + u >= 0 && y + v >= 0 && x + u < width && y + v < height && inDoubt[picture.SuperpixelAt(x + u, y + v)]) return true;
            return false;
        }
        var doubtful = new bool[mask.Length];
        for (var y = 0; y < height; y++)
            for (var x = 0; x < width; x++) doubtful[y * width + x] = IsDoubtful(x, y);
        // Gaps of a few pixels do not end a stretch.
        bool IsStretch(int x, int y)
        {
            if (!IsContour(x, y)) return false;
            for (var v = Math.Max(0, y - Gap); v <= Math.Min(height - 1, y + Gap); v++)
                for (var u = Math.Max(0, x - Gap); u <= Math.Min(width - 1, x + Gap); u++)
                    if (doubtful[v * width + u]) return true;
            return false;
        }
        var isStretch = new bool[mask.Length];
        for (var y = 0; y < height; y++)
            for (var x = 0; x < width; x++) isStretch[y * width + x] = IsStretch(x, y);
        var pieces = Components.Of(isStretch, width, height).Runs.GroupBy(r => r.Label);
        return [.. pieces.Select(p => p.SelectMany(r => Enumerable.Range(r.Begin, r.End - r.Begin).Select(x => (X: x, r.Y))).ToArray())
            .Where(p => p.Length >= Shortest).OrderByDescending(p => p.Length).Take(Most).Select(Stretch)];

        DoubtfulStretch Stretch((int X, int Y)[] pixels)
        {
            var points = pixels.GroupBy(p => (p.X / Step, p.Y / Step)).Select(g => g.ElementAt(g.Count() / 2)).SelectMany(p => (double[])[(p.X + 0.5) / width, (p.Y + 0.5) / height]).ToArray();
            double meanX = pixels.Average(p => p.X), meanY = pixels.Average(p => p.Y);
            var middle = pixels.MinBy(p => Math.Pow(p.X - meanX, 2) + Math.Pow(p.Y - meanY, 2));
            return new DoubtfulStretch((middle.X + 0.5) / width, (middle.Y + 0.5) / height, pixels.Length / (double)Math.Max(width, height), points);
        }
    }
}
