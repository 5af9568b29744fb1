namespace Yarnwheel.Core.Imaging;

/// <summary>Where a run of pixels lies on the photo, photo pixels.</summary>
/// <param name="X">Middle of the first pixel.</param>
/// <param name="Y">Middle of the row.</param>
/// <param name="Step">From one pixel to the next.</param>
public readonly record struct RowPlace(double X, double Y, double Step)
{
    /// <summary>The place of a row of pixels at a scale.</summary>
    /// <param name="x">First pixel, at the scale.</param>
    /// <param name="y">Row, at the scale.</param>
    /// <param name="scale">Pixels a photo pixel.</param>
    public static RowPlace At(int x, int y, double scale) => new((x + 0.5) / scale, (y + 0.5) / scale, 1 / scale);
}
