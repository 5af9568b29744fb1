using NetVips;
using Yarnwheel.Codecs.Profiles;

namespace Yarnwheel.Codecs;

/// <summary>Reads photos: JPEG, PNG, TIFF, WebP and AVIF, their profiles and orientation honoured.</summary>
public sealed class PhotoReader(PhotoLimits limits)
{
    static PhotoReader() => CodecLibrary.Prepare();

    /// <summary>Reads the whole photo.</summary>
    /// <param name="path">The file.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="UnreadablePhotoException">It is no photo, damaged, or above the limits.</exception>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public DecodedPhoto Read(string path, CancellationToken cancel = default)
    {
        try
        {
            using var file = Open(path);
            var format = Format(file);
            cancel.ThrowIfCancellationRequested();
            using var upright = Upright(file, cancel);
            var photo = PhotoDecoding.Decode(upright, format, path, cancel);
            var pages = file.Contains("n-pages") ? (int)file.Get("n-pages") : 1;
            string?[] notes = [pages > 1 ? $"Of its {pages} pages or frames the first was taken." : null, upright.HasAlpha() ? "Transparent parts were laid on white." : null, photo.Note];
            return photo with { Note = string.Join(' ', notes.OfType<string>()) is { Length: > 0 } note ? note : null };
        }
        catch (VipsException exception)
        {
            cancel.ThrowIfCancellationRequested();
            throw new UnreadablePhotoException(exception.Message.Contains("ompression", StringComparison.Ordinal)
                ? "The file is compressed in a way that can't be read here. Nothing was added; save it with LZW, Deflate or no compression."
                : "The file is damaged or ends too early. Nothing was added; try the file from the camera again.", exception);
        }
    }

    /// <summary>The picture as it is meant to be seen.</summary>
    private static Image Upright(Image file, CancellationToken cancel)
    {
        // EXIF 2.32, tag 274: 1 is upright. The file is read from top to bottom; to be turned it must be there as a whole.
        if (!file.Contains("orientation") || (int)file.Get("orientation") <= 1) return file.Copy();
        using var registration = cancel.Register(() => file.SetKill(true));
        using var whole = file.CopyMemory();
        return whole.Autorot();
    }

    /// <summary>Opens a photo without reading its pixels.</summary>
    internal Image Open(string path)
    {
        var length = new FileInfo(path).Length;
        if (length == 0) throw new UnreadablePhotoException("The file is empty.");
        if (length > limits.Megabytes * 1e6)
            throw new UnreadablePhotoException($"The file has {length / 1e6:F0} MB; the limit is {limits.Megabytes:F0} MB.");
        Image image;
        try
        {
            image = Image.NewFromFile(path, access: Enums.Access.Sequential, failOn: Enums.FailOn.Error);
        }
        catch (VipsException exception)
        {
            throw new UnreadablePhotoException("This is not a picture that can be read. JPEG, PNG, TIFF, WebP and AVIF can.", exception);
        }
        try
        {
            return TooLarge(image, path) is { } message ? throw new UnreadablePhotoException(message) : image;
        }
        catch
        {
            image.Dispose();
            throw;
        }
    }

    private string? TooLarge(Image image, string path)
    {
        var pixels = (double)image.Width * image.Height;
        if (pixels > limits.Megapixels * 1e6)
            return $"The picture has {image.Width} × {image.Height} pixels; the limit is {limits.Megapixels:F0} megapixels.";
        // Its pixels, a pyramid of a third as many, and as much again to work in.
        var isPlain = image.Format == Enums.BandFormat.Uchar && image.Interpretation != Enums.Interpretation.Cmyk && ColourProfile.Of(image) is null or { IsSrgb: true }
            && SignalledColours.Of(path, Format(image), image.Contains("icc-profile-data")) is null;
        var need = pixels * (isPlain ? 3 + 4 : 12 + 4) * 2;
        var memory = limits.Memory * 1e6 ?? GC.GetGCMemoryInfo().TotalAvailableMemoryBytes;
        return need <= memory ? null
            : $"The picture has {image.Width} × {image.Height} pixels and needs about {need / 1e6:F0} MB of memory; the application may use {memory / 1e6:F0} MB. Nothing was added.";
    }

    internal static PhotoFormat Format(Image image)
    {
        var loader = image.Contains("vips-loader") ? (string)image.Get("vips-loader") : "";
        return loader switch
        {
            _ when loader.StartsWith("jpeg", StringComparison.Ordinal) => PhotoFormat.Jpeg,
            _ when loader.StartsWith("png", StringComparison.Ordinal) => PhotoFormat.Png,
            _ when loader.StartsWith("tiff", StringComparison.Ordinal) => PhotoFormat.Tiff,
            _ when loader.StartsWith("webp", StringComparison.Ordinal) => PhotoFormat.Webp,
            _ when loader.StartsWith("heif", StringComparison.Ordinal) && Compression(image) == "av1" => PhotoFormat.Avif,
            _ => throw new UnreadablePhotoException("This is not a picture that can be read. JPEG, PNG, TIFF, WebP and AVIF can."),
        };
    }

    private static string Compression(Image image) => image.Contains("heif-compression") ? (string)image.Get("heif-compression") : "";
}
