namespace Yarnwheel.Core.Rendering;

/// <summary>The thin two-tone line along a mask's half-way contour: dashes of white with black between and beside them.</summary>
internal static class StitchLine
{
    private const int Dash = 5;

    /// <summary>Draws the stitches of a row into encoded pixels.</summary>
    /// <param name="mask">The whole view's, 0 … 1.</param>
    /// <param name="width">Of the view.</param>
    /// <param name="y">Row.</param>
    /// <param name="left">Of the view on the photo at its scale, so that the dashes stay in place.</param>
    /// <param name="top">Of the view.</param>
    /// <param name="row">Interleaved 8-bit sRGB.</param>
    public static void Row(float[] mask, int width, int y, int left, int top, Span<byte> row)
    {
        var height = mask.Length / width;
        for (var x = 0; x < width; x++)
        {
            var inside = mask[y * width + x] >= 0.5f;
            if (!inside || !OnContour(mask, width, height, x, y)) continue;
            var stitch = (((left + x + top + y) / Dash) & 1) == 0;
            row.Slice(3 * x, 3).Fill(stitch ? (byte)255 : (byte)0);
            // A shadow outside keeps the white stitches in sight on white.
            if (x > 0 && mask[y * width + x - 1] < 0.5f) row.Slice(3 * x - 3, 3).Fill(stitch ? (byte)0 : (byte)255);
        }
    }

    private static bool OnContour(float[] mask, int width, int height, int x, int y) =>
        (x > 0 && mask[y * width + x - 1] < 0.5f) || (x + 1 < width && mask[y * width + x + 1] < 0.5f)
        || (y > 0 && mask[(y - 1) * width + x] < 0.5f) || (y + 1 < height && mask[(y + 1) * width + x] < 0.5f);
}
