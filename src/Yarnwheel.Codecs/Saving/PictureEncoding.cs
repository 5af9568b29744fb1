using NetVips;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Writes a picture in a file format.</summary>
internal static class PictureEncoding
{
    /// <param name="image">With its profile and metadata.</param>
    /// <param name="path">Where to.</param>
    /// <param name="settings">Which format, and how.</param>
    public static void Write(Image image, string path, CopySettings settings)
    {
        switch (settings.Format)
        {
            case CopyFormat.Jpeg:
                // Huffman tables of its own would save a twentieth of the file, take three times as long, and hold the whole picture in memory.
                image.Jpegsave(path, q: settings.Quality,
                    subsampleMode: settings.Quality >= 90 ? Enums.ForeignSubsample.Off : Enums.ForeignSubsample.On);
                break;
            case CopyFormat.Png:
                image.Pngsave(path, compression: 5, filter: Enums.ForeignPngFilter.Up, bitdepth: settings.Bits);
                break;
            case CopyFormat.Tiff:
                image.Tiffsave(path, compression: Enums.ForeignTiffCompression.Deflate, predictor: Enums.ForeignTiffPredictor.Horizontal);
                break;
            case CopyFormat.Webp:
                image.Webpsave(path, q: settings.Quality);
                break;
            case CopyFormat.Avif:
                image.Heifsave(path, q: settings.Quality, compression: Enums.ForeignHeifCompression.Av1, effort: 3,
                    subsampleMode: settings.Quality >= 90 ? Enums.ForeignSubsample.Off : Enums.ForeignSubsample.On);
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(settings));
        }
    }
}
