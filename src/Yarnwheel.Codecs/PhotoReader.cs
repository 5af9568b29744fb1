using NetVips;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

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
            return Decode(upright, format, cancel);
        }
        catch (VipsException exception)
        {
            cancel.ThrowIfCancellationRequested();
            throw new UnreadablePhotoException("The file is damaged or ends too early. Nothing was added; try the file from the camera again.", exception);
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
        if (TooLarge(image) is not { } message) return image;
        image.Dispose();
        throw new UnreadablePhotoException(message);
    }

    private string? TooLarge(Image image)
    {
        var pixels = (double)image.Width * image.Height;
        if (pixels > limits.Megapixels * 1e6)
            return $"The picture has {image.Width} × {image.Height} pixels; the limit is {limits.Megapixels:F0} megapixels.";
        // Its pixels, a pyramid of a third as many, and as much again to work in.
        var isPlain = image.Format == Enums.BandFormat.Uchar && ColourProfile.Of(image) is null or { IsSrgb: true };
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

    private static DecodedPhoto Decode(Image upright, PhotoFormat format, CancellationToken cancel)
    {
        using var flat = upright.HasAlpha() ? upright.Flatten(background: [White(upright)]) : upright.Copy();
        using var opaque = WithoutExtras(flat);
        var bits = opaque.Format is Enums.BandFormat.Uchar or Enums.BandFormat.Char ? 8 : 16;
        var profile = ColourProfile.Of(opaque);
        if (opaque.Format is Enums.BandFormat.Float or Enums.BandFormat.Double && profile is null)
            throw new UnreadablePhotoException("Pictures of floating-point values can't be read; save it as 16-bit TIFF.");
        if (profile is null || profile.IsSrgb)
        {
            // Grey and CMYK without a profile of their own go through the library's built-in ones.
            using var rgb = opaque.Colourspace(bits == 8 ? Enums.Interpretation.Srgb : Enums.Interpretation.Rgb16);
            return new DecodedPhoto(ReadPixels(rgb, bits, cancel), format, bits, profile?.Data, true);
        }
        var pixels = profile.Matrix is { } matrix && (opaque.Format is Enums.BandFormat.Uchar or Enums.BandFormat.Ushort)
            ? ReadThrough(matrix, opaque, bits, cancel)
            : ReadThroughLibrary(opaque, cancel);
        return new DecodedPhoto(pixels, format, bits, profile.IsRgb ? profile.Data : null, !profile.IsRgb);
    }

    /// <summary>The picture's own channels: what a file carries besides them says nothing of its colours.</summary>
    private static Image WithoutExtras(Image image)
    {
        var own = image.Interpretation switch
        {
            Enums.Interpretation.Bw or Enums.Interpretation.Grey16 or Enums.Interpretation.Multiband when image.Bands < 3 => 1,
            Enums.Interpretation.Cmyk => 4,
            _ => 3,
        };
        if (image.Bands < own) throw new UnreadablePhotoException($"The picture has {image.Bands} channels where its kind has {own}; it can't be read. Nothing was added.");
        return image.Bands == own ? image.Copy() : image.ExtractBand(0, own);
    }

    private static FloatPixels ReadThrough(MatrixProfile matrix, Image image, int bits, CancellationToken cancel)
    {
        var tables = matrix.Tables(bits);
        var light = new float[3L * image.Width * image.Height];
        if (bits == 8) Fill(Memory<byte>(image, cancel), v => v);
        else Fill(Memory<ushort>(image, cancel), v => v);
        return new FloatPixels(light, image.Width, image.Height);

        void Fill<T>(T[] values, Func<T, int> code) => Rows.Each(image.Height, y =>
        {
            for (var i = 3 * y * image.Width; i < 3 * (y + 1) * image.Width; i += 3)
                (light[i], light[i + 1], light[i + 2]) = matrix.ToSrgb(tables[0][code(values[i])], tables[1][code(values[i + 1])], tables[2][code(values[i + 2])]);
        }, cancel);
    }

    private static FloatPixels ReadThroughLibrary(Image image, CancellationToken cancel)
    {
        using var linear = ColourProfile.ToLinear(image);
        return new FloatPixels(Memory<float>(linear, cancel), image.Width, image.Height);
    }

    private static PhotoPixels ReadPixels(Image rgb, int bits, CancellationToken cancel)
    {
        using var cast = rgb.Cast(bits == 8 ? Enums.BandFormat.Uchar : Enums.BandFormat.Ushort);
        return bits == 8 ? new BytePixels(Memory<byte>(cast, cancel), rgb.Width, rgb.Height) : new WordPixels(Memory<ushort>(cast, cancel), rgb.Width, rgb.Height);
    }

    private static double White(Image image) => image.Format is Enums.BandFormat.Uchar ? 255 : image.Format is Enums.BandFormat.Ushort ? 65535 : 1;

    private static T[] Memory<T>(Image image, CancellationToken cancel) where T : unmanaged
    {
        using var registration = cancel.Register(() => image.SetKill(true));
        var values = image.WriteToMemory<T>();
        return values.LongLength == (long)image.Width * image.Height * image.Bands && image.Bands == 3 ? values
            : throw new UnreadablePhotoException("The picture's channels do not make up a colour picture. Nothing was added.");
    }
}
