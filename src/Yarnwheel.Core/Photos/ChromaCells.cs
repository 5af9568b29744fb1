namespace Yarnwheel.Core.Photos;

/// <summary>The cells of pixels that have one sample of chroma in a file (ITU-T T.81, A.1.1): one pixel each, or two across, down or both.</summary>
/// <param name="Across">Columns of a cell, 1 or 2.</param>
/// <param name="Down">Rows of a cell, 1 or 2.</param>
/// <param name="Left">Columns that the first cell of a row lacks, for the picture was turned; below <paramref name="Across"/>.</param>
/// <param name="Top">Rows that the first cell of a column lacks; below <paramref name="Down"/>.</param>
public readonly record struct ChromaCells(int Across, int Down, int Left = 0, int Top = 0)
{
    /// <summary>Each pixel has its own.</summary>
    public static ChromaCells Each { get; } = new(1, 1);

    /// <summary>Whether each pixel has its own.</summary>
    public bool IsEach => Across == 1 && Down == 1;

    /// <summary>Those of the same picture turned upright.</summary>
    /// <param name="orientation">As EXIF has it, 1 … 8 (EXIF 2.32, tag 274); these are of the stored picture.</param>
    /// <param name="width">Of the upright picture, pixels.</param>
    /// <param name="height">Of the upright picture, pixels.</param>
    public ChromaCells Upright(int orientation, int width, int height)
    {
        var (across, down) = orientation >= 5 ? (Down, Across) : (Across, Down);
        bool fromRight = orientation is 2 or 3 or 6 or 7, fromBelow = orientation is 3 or 4 or 7 or 8;
        return new ChromaCells(across, down, fromRight ? Lacking(width, across) : 0, fromBelow ? Lacking(height, down) : 0);
    }

    /// <summary>Cells of a row or a column of so many pixels.</summary>
    internal static int Count(int pixels, int size, int first) => (pixels + first + size - 1) / size;

    private static int Lacking(int pixels, int size) => (size - pixels % size) % size;
}
