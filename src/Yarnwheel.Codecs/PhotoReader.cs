using NetVips;
using Yarnwheel.Codecs.Containers;
using Yarnwheel.Codecs.Profiles;
using Yarnwheel.Codecs.Raw;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Codecs;

/// <summary>Reads photos: JPEG, PNG, TIFF, WebP, AVIF and DNG, their profiles and orientation honoured.</summary>
public sealed class PhotoReader(PhotoLimits limits)
{
    static PhotoReader() => CodecLibrary.Prepare();

    /// <summary>Reads the whole photo, the first of its pages.</summary>
    /// <inheritdoc cref="ReadPage"/>
    public DecodedPhoto Read(string path, CancellationToken cancel = default) => ReadPage(path, 0, cancel);

    /// <summary>Reads a page of the file, or a frame, as a photo.</summary>
    /// <param name="path">The file.</param>
    /// <param name="page">From 0.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="UnreadablePhotoException">It is no photo, damaged, above the limits, or has no such page.</exception>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public DecodedPhoto ReadPage(string path, int page, CancellationToken cancel = default) => Read(path, page, isComing: false, cancel);

    /// <summary>Reads a page's head, and goes on with its pixels while others already look at those that are there: what is damaged is met by whoever
    /// looks at it. Where pixels can only be had as a whole, they are.</summary>
    /// <param name="path">The file.</param>
    /// <param name="page">From 0.</param>
    /// <param name="cancel">Ends the work early, also what goes on.</param>
    /// <exception cref="UnreadablePhotoException">It is no photo, above the limits, or has no such page; also later, by its pixels, where it is damaged.</exception>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public DecodedPhoto BeginPage(string path, int page, CancellationToken cancel = default) => Read(path, page, isComing: true, cancel);

    private DecodedPhoto Read(string path, int page, bool isComing, CancellationToken cancel)
    {
        if (page == 0 && new FileInfo(path).Length > 0 && RawFile.IsDng(path)) return ReadRaw(path, cancel);
        try
        {
            using var file = Open(path, page);
            var format = Format(file);
            cancel.ThrowIfCancellationRequested();
            using var upright = Upright(file, cancel);
            var photo = PhotoDecoding.Decode(upright, format, path, Coding(file, upright, format, path), isComing, cancel);
            var pages = file.Contains("n-pages") ? (int)file.Get("n-pages") : 1;
            string?[] notes = [pages > 1 ? $"Of its {pages} pages or frames this is number {page + 1}." : null, photo.Coverage is not null ? "Parts of it are transparent: they stay so in PNG, TIFF, WebP, AVIF and layers, and are white in JPEG." : null, photo.Note];
            return photo with { Pages = pages, Note = string.Join(' ', notes.OfType<string>()) is { Length: > 0 } note ? note : null };
        }
        catch (VipsException exception)
        {
            cancel.ThrowIfCancellationRequested();
            throw Damaged(exception);
        }
    }

    /// <summary>What a failure of the codec library means to people.</summary>
    internal static UnreadablePhotoException Damaged(VipsException exception) => new(exception.Message.Contains("ompression", StringComparison.Ordinal)
        ? "The file is compressed in a way that can't be read here. Nothing was added; save it with LZW, Deflate or no compression."
        : "The file is damaged or ends too early. Nothing was added; try the file from the camera again.", exception);

    /// <summary>A sensor's picture, developed: light itself, as wide as it is.</summary>
    private DecodedPhoto ReadRaw(string path, CancellationToken cancel)
    {
        if (new FileInfo(path).Length > limits.Megabytes * 1e6) throw new UnreadablePhotoException($"The file has {new FileInfo(path).Length / 1e6:F0} MB; the limit is {limits.Megabytes:F0} MB.");
        var developed = Path.Combine(Path.GetTempPath(), $"yarnwheel-{Guid.NewGuid():N}.tif");
        try
        {
            RawDevelopment.Develop(path, developed, RawMemory, cancel);
            return ReadPage(developed, 0, cancel) with
            {
                Format = PhotoFormat.Dng,
                Profile = ColourProfile.BuiltIn("p3"),
                ProfileIsSrgb = false,
                Codes = null,
                Note = "A raw photo, developed with the white balance it was taken with; copies have Display P3.",
            };
        }
        finally
        {
            File.Delete(developed);
        }
    }

    /// <summary>What developing may take, bytes: 100 MP need about 3 GB.</summary>
    private long RawMemory => (long)Math.Min(6e9, limits.Budget);

    /// <summary>The picture as it is meant to be seen.</summary>
    private static Image Upright(Image file, CancellationToken cancel)
    {
        // EXIF 2.32, tag 274: 1 is upright. The file is read from top to bottom; to be turned it must be there as a whole.
        if (!file.Contains("orientation") || (int)file.Get("orientation") <= 1) return file.Copy();
        using var registration = cancel.Register(() => file.SetKill(true));
        using var whole = file.CopyMemory();
        return whole.Autorot();
    }

    /// <summary>What compression left, as it lies in the upright picture.</summary>
    private static FileCoding Coding(Image file, Image upright, PhotoFormat format, string path)
    {
        if (format != PhotoFormat.Jpeg) return FileCoding.Lossless;
        using var bytes = File.OpenRead(path);
        var coding = JpegCoding.Read(bytes);
        return coding with { Chroma = coding.Chroma.Upright(file.Contains("orientation") ? (int)file.Get("orientation") : 1, upright.Width, upright.Height) };
    }

    /// <summary>Opens a photo without reading its pixels.</summary>
    internal Image Open(string path, int page = 0)
    {
        var length = new FileInfo(path).Length;
        if (length == 0) throw new UnreadablePhotoException("The file is empty.");
        if (length > limits.Megabytes * 1e6)
            throw new UnreadablePhotoException($"The file has {length / 1e6:F0} MB; the limit is {limits.Megabytes:F0} MB.");
        using (var file = File.OpenRead(path))
            if (PackedTexts.Unpacked(file, (long)(limits.Texts * 1e6)) > limits.Texts * 1e6) throw new UnreadablePhotoException($"The file’s texts unpack to more than {limits.Texts:F0} MB, the limit. Nothing was added.");
        Image image;
        try
        {
            image = Image.NewFromFile(path, access: Enums.Access.Sequential, failOn: Enums.FailOn.Error, kwargs: page == 0 ? null : new VOption { { "page", page } });
        }
        catch (VipsException exception)
        {
            if (page != 0) throw new UnreadablePhotoException($"The file has no page {page + 1} that can be read.", exception);
            throw new UnreadablePhotoException("This is not a picture that can be read. JPEG, PNG, TIFF, WebP, AVIF and DNG can.", exception);
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
        var memory = limits.Budget;
        return need <= memory ? null
            : $"The picture has {image.Width} × {image.Height} pixels and needs about {need / 1e6:F0} MB of memory; it may have {memory / 1e6:F0} MB. Nothing was added.";
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
            _ => throw new UnreadablePhotoException("This is not a picture that can be read. JPEG, PNG, TIFF, WebP, AVIF and DNG can."),
        };
    }

    private static string Compression(Image image) => image.Contains("heif-compression") ? (string)image.Get("heif-compression") : "";
}
