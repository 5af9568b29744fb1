using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Settings of an edge that suit a mask: it follows the photo, its fringe is cleaned, and its specks go.</summary>
internal static class EdgeProposal
{
    private const double Follow = 80;

    /// <summary>All specks together are no more than this share of the rest.</summary>
    private const double MostOfAll = 0.002;

    /// <summary>Between specks and things there is a gap: of four times their size there are at most so many, as a share of the specks.</summary>
    private const double Between = 0.1;

    /// <summary>The largest that is called a speck, pixels of the mask.</summary>
    private const double Largest = 64;

    /// <summary>What has less than a tenth of 255 is nothing.</summary>
    private const byte Least = 26;

    /// <param name="now">What is kept of it: grow, feather, smooth and contrast are the hand's.</param>
    /// <param name="mask">Of the whole photo before its edge is worked on, 0 … 255.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="scale">Pixels of the full-size photo a pixel.</param>
    /// <returns>The settings; null where there is no edge, because all or nothing is masked.</returns>
    public static EdgeRefinement? For(EdgeRefinement now, byte[] mask, int width, int height, double scale)
    {
        if (!mask.AsSpan().ContainsAnyInRange((byte)128, (byte)255) || !mask.AsSpan().ContainsAnyInRange((byte)0, (byte)127)) return null;
        return now with
        {
            Follow = Follow,
            Fringe = 100,
            Islands = Specks(Components.Of(Marks.Between(mask, Least, 255), width, height), width, mask, m => m, scale),
            Pinholes = Specks(Components.Of(Marks.Between(mask, 0, 255 - Least), width, height, diagonal: false), width, mask, m => 255 - m, scale),
        };
    }

    /// <summary>Size that takes all specks, pixels of the full-size photo; 0 where there are none, or where they can't be told from things.</summary>
    private static double Specks(Components pieces, int width, byte[] mask, Func<int, int> weight, double scale)
    {
        var sizes = new double[pieces.Count];
        foreach (var run in pieces.Runs)
            foreach (var m in mask.AsSpan(run.Y * width + run.Begin, run.End - run.Begin)) sizes[run.Label] += weight(m) / 255.0;
        var all = sizes.Sum();
        for (var most = Largest; most >= 2; most /= 2)
        {
            var specks = sizes.Where(s => s <= most).ToArray();
            if (specks.Length == 0) return 0;
            if (specks.Sum() > MostOfAll * all || sizes.Count(s => s > most && s <= 4 * most) > Between * specks.Length) continue;
            // The tens that the control steps by.
            return Math.Ceiling(specks.Max() * scale * scale / 10) * 10;
        }
        return 0;
    }
}
