using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Finds where a subject's contour is in doubt: where it moves when everything leans a little more to one side or the other.</summary>
/// <remarks>The cut is solved twice more, for a lean towards inside and one towards outside; the superpixels that change sides are in doubt
/// (a simple form of the min-marginals of P. Kohli, P. Torr, "Measuring Uncertainty in Graph Cut Solutions", CVIU 112, 2008).</remarks>
internal static class DoubtFinder
{
    /// <summary>How far all leans: natural logarithm of the odds a pixel.</summary>
    private const float Lean = 0.7f;

    /// <summary>How near to the contour a superpixel in doubt must be, pixels.</summary>
    private const int Near = 5;

    /// <summary>Stretches shorter than this are not worth a look, pixels.</summary>
    private const int Shortest = 12;

    private const int Most = 24;

    /// <summary>Between the places that are told, pixels.</summary>
    private const int Step = 8;

    /// <returns>Longest first.</returns>
    public static IReadOnlyList<DoubtfulStretch> Of(CutPicture picture, SuperpixelCut coarse, byte[] mask, CancellationToken cancel)
    {
        bool[] more = coarse.Leaning(Lean, cancel), less = coarse.Leaning(-Lean, cancel);
        bool[] inDoubt = [.. more.Select((m, k) => m != less[k])];
        int width = picture.Width, height = picture.Height;
        bool Inside(int x, int y) => mask[y * width + x] >= 128;
        bool IsContour(int x, int y) => Inside(x, y) && ((x > 0 && !Inside(x - 1, y)) || (x + 1 < width && !Inside(x + 1, y)) || (y > 0 && !Inside(x, y - 1)) || (y + 1 < height && !Inside(x, y + 1)));
        bool IsDoubtful(int x, int y)
        {
            if (!IsContour(x, y)) return false;
            foreach (var (u, v) in ((int, int)[])[(0, 0), (-Near, 0), (Near, 0), (0, -Near), (0, Near)])
                if (x + u >= 0 && y + v >= 0 && x + u < width && y + v < height && inDoubt[picture.SuperpixelAt(x + u, y + v)]) return true;
            return false;
        }
        var pieces = Components.Of(IsDoubtful, width, height).Runs.GroupBy(r => r.Label);
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
