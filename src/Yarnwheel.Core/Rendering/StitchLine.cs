using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>The thin two-tone line along a mask's half-way contour: dashes of white with black between and beside them.</summary>
internal static class StitchLine
{
    private const int Dash = 5;

    /// <summary>Draws the stitches of a row into encoded pixels.</summary>
    /// <param name="mask">0 … 1, of the region at least.</param>
    /// <param name="region">What is drawn; where it ends, no contour is seen. The dashes are tied to the photo, so that they stay in place.</param>
    /// <param name="y">On the picture.</param>
    /// <param name="row">Interleaved 8-bit sRGB.</param>
    public static void Row(Plane<float> mask, Region region, int y, Span<byte> row)
    {
        var here = mask.Row(y, region);
        var above = y > region.Y ? mask.Row(y - 1, region) : here;
        var below = y + 1 < region.Bottom ? mask.Row(y + 1, region) : here;
        for (var x = 0; x < here.Length; x++)
        {
            if (!(here[x] >= 0.5f)) continue;
            var beside = x > 0 && here[x - 1] < 0.5f;
            if (!beside && !(x + 1 < here.Length && here[x + 1] < 0.5f) && !(above[x] < 0.5f) && !(below[x] < 0.5f)) continue;
            var stitch = (((region.X + x + y) / Dash) & 1) == 0;
            row.Slice(3 * x, 3).Fill(stitch ? (byte)255 : (byte)0);
            // A shadow outside keeps the white stitches in sight on white.
            if (beside) row.Slice(3 * x - 3, 3).Fill(stitch ? (byte)0 : (byte)255);
        }
    }
}
