using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>A small picture of what a reading takes: that in its colours, all else in greys.</summary>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Rgb">Interleaved 8-bit sRGB.</param>
public sealed record ReadingPicture(int Width, int Height, byte[] Rgb)
{
    /// <summary>Of the longer side, pixels.</summary>
    private const int Side = 112;

    /// <summary>Room round the box, as a share of it.</summary>
    private const double Room = 0.12;

    /// <param name="picture">That was cut.</param>
    /// <param name="cut">The reading.</param>
    /// <param name="box">What is shown, pixels of the picture.</param>
    internal static ReadingPicture Of(CutPicture picture, SuperpixelCut cut, Region box)
    {
        var room = (int)(Room * Math.Max(box.Width, box.Height));
        var shown = box.Widen(room).Intersect(new Region(0, 0, picture.Width, picture.Height));
        var scale = Math.Min(0.5, Side / (double)Math.Max(shown.Width, shown.Height));
        int width = Math.Max(1, (int)(shown.Width * scale)), height = Math.Max(1, (int)(shown.Height * scale));
        var rgb = new byte[3 * width * height];
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                int u = Math.Min(picture.Width - 1, shown.X + (int)((x + 0.5) / scale)), v = Math.Min(picture.Height - 1, shown.Y + (int)((y + 0.5) / scale));
                var i = v / 2 * picture.Half.Width + u / 2;
                var isInside = cut.IsInside[picture.Superpixels.Labels[i]];
                var (red, green, blue) = OkLab.ToLinear(picture.Half.L[i] * (isInside ? 1 : 0.75f), isInside ? picture.Half.A[i] : 0, isInside ? picture.Half.B[i] : 0);
                var at = 3 * (y * width + x);
                (rgb[at], rgb[at + 1], rgb[at + 2]) = (SrgbByte.Encode(red), SrgbByte.Encode(green), SrgbByte.Encode(blue));
            }
        });
        return new ReadingPicture(width, height, rgb);
    }
}
