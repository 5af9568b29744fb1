using NetVips;
using Yarnwheel.Codecs.Containers;
using Yarnwheel.Codecs.Metadata;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Writes a picture in a file format. The codec library writes pixels, profile and XMP; EXIF and IPTC it would rewrite in its own way, or lose.</summary>
internal static class PictureEncoding
{
    internal const Enums.ForeignKeep Kept = Enums.ForeignKeep.Icc | Enums.ForeignKeep.Xmp;

    /// <param name="image">Of RGB codes.</param>
    /// <param name="path">Where to.</param>
    /// <param name="settings">Which format, and how.</param>
    /// <param name="profile">To embed; null for none.</param>
    /// <param name="metadata">What else it says.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Write(Image image, string path, CopySettings settings, byte[]? profile, CopyMetadata metadata, IProgress<double> progress, CancellationToken cancel)
    {
        var isLong = settings.Format == CopyFormat.Jpeg && LongXmp.Is(metadata.Xmp);
        // How large it is meant to be printed is kept too.
        using var sized = image.Copy(xres: metadata.Resolution.X, yres: metadata.Resolution.Y);
        using var tagged = sized.Mutate(into =>
        {
            if (image.Contains("icc-profile-data")) into.Remove("icc-profile-data");
            if (profile is not null) into.Set(GValue.BlobType, "icc-profile-data", profile);
            if (metadata.Xmp is not null && !isLong) into.Set(GValue.BlobType, "xmp-data", metadata.Xmp);
            if (settings.Format == CopyFormat.Avif && metadata.Exif is not null) into.Set(GValue.BlobType, "exif-data", (byte[])[.. "Exif\0\0"u8, .. ExifWriter.Write(metadata.Exif)]);
        });
        tagged.SetProgress(new PercentProgress(progress), cancel);
        var isPlain = settings.Format == CopyFormat.Avif || (metadata.Exif is null && metadata.Iptc.Count == 0 && !isLong);
        var pixels = isPlain ? path : path + ".plain";
        try
        {
            Encode(tagged, pixels, settings, cancel);
            if (isPlain) return;
            using var from = File.OpenRead(pixels);
            using var to = new FileStream(path, FileMode.Create, FileAccess.ReadWrite);
            Complete(from, to, settings.Format, metadata, (image.Width, image.Height));
        }
        finally
        {
            if (!isPlain) File.Delete(pixels);
        }
    }

    /// <summary>From 90 on, colour is kept at full resolution.</summary>
    internal static Enums.ForeignSubsample Subsample(int quality) => quality >= 90 ? Enums.ForeignSubsample.Off : Enums.ForeignSubsample.On;

    private static void Encode(Image image, string path, CopySettings settings, CancellationToken cancel)
    {
        switch (settings.Format)
        {
            case CopyFormat.Jpeg:
                // Huffman tables of its own would save a twentieth of the file, take three times as long, and hold the whole picture in memory.
                image.Jpegsave(path, q: settings.Quality, subsampleMode: Subsample(settings.Quality), keep: Kept);
                break;
            case CopyFormat.Png:
                image.Pngsave(path, compression: 5, filter: Enums.ForeignPngFilter.Up, bitdepth: settings.Bits, keep: Kept);
                break;
            case CopyFormat.Tiff:
                image.Tiffsave(path, compression: Enums.ForeignTiffCompression.Deflate, predictor: Enums.ForeignTiffPredictor.Horizontal, keep: Kept);
                break;
            case CopyFormat.Webp:
                image.Webpsave(path, q: settings.Quality, keep: Kept);
                break;
            case CopyFormat.Avif:
                ApartEncoder.Write(image, path, settings.Quality, cancel);
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(settings));
        }
    }

    private static void Complete(FileStream from, FileStream to, CopyFormat format, CopyMetadata metadata, (int Width, int Height) size)
    {
        switch (format)
        {
            case CopyFormat.Jpeg:
                var segments = new List<(int, byte[])>();
                if (metadata.Exif is not null) segments.Add((1, [.. "Exif\0\0"u8, .. ExifWriter.Write(metadata.Exif, JpegSegments.Longest - 6)]));
                if (metadata.Iptc.Count > 0) segments.Add((13, IptcRecords.Segment(metadata.Iptc)));
                if (LongXmp.Is(metadata.Xmp)) segments.AddRange(LongXmp.Segments(metadata.Xmp!));
                JpegSegments.Copy(from, to, segments);
                break;
            case CopyFormat.Tiff:
                var fields = metadata.Exif?.Main ?? new ExifDirectory();
                if (metadata.Iptc.Count > 0) fields.Fields[ExifReader.Iptc] = IptcRecords.Field(metadata.Iptc);
                TiffFields.Copy(from, to, fields);
                break;
            case CopyFormat.Png:
                PngChunks.Copy(from, to, "eXIf"u8, ExifWriter.Write(metadata.Exif!));
                break;
            case CopyFormat.Webp:
                WebpChunks.Copy(from, to, ExifWriter.Write(metadata.Exif!), size.Width, size.Height);
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(format));
        }
    }
}
