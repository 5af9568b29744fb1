using NetVips;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Codecs;

/// <summary>Parts a picture from its coverage, and joins them again.</summary>
internal static class Transparency
{
    /// <summary>The picture without its last channel, coverage, and that. Where nothing is seen the picture is white, whatever stood there.</summary>
    /// <param name="image">8 or 16 bits a channel, or floating point.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The coverage is null where everything is covered.</returns>
    public static (Image Opaque, GreyPixels? Coverage) Parted(Image image, CancellationToken cancel)
    {
        using var registration = cancel.Register(() => image.SetKill(true));
        var white = image.Interpretation == Enums.Interpretation.Cmyk ? 0 : 1;
        return image.Format switch
        {
            Enums.BandFormat.Uchar => Parted(image, image.WriteToMemory<byte>(), (byte)(255 * white), v => (ushort)(v * 257), cancel),
            Enums.BandFormat.Ushort => Parted(image, image.WriteToMemory<ushort>(), (ushort)(65535 * white), v => v, cancel),
            _ => PartedFloats(image, white, cancel),
        };
    }

    /// <summary>The picture with its coverage as a last channel.</summary>
    /// <param name="image">8 or 16 bits a channel.</param>
    /// <param name="coverage">Of the same size, 0 … 1.</param>
    public static Image Joined(Image image, PhotoPixels coverage)
    {
        using var share = image.Format == Enums.BandFormat.Uchar
            ? ArrayImage.Of(Codes(coverage, v => (byte)Math.Round(v * 255)), image.Width, image.Height, 1, Enums.Interpretation.Bw)
            : ArrayImage.Of(Codes(coverage, v => (ushort)Math.Round(v * 65535)), image.Width, image.Height, 1, Enums.Interpretation.Grey16);
        using var joined = image.Bandjoin(share);
        return joined.Copy(interpretation: image.Interpretation);
    }

    private static T[] Codes<T>(PhotoPixels coverage, Func<float, T> code)
    {
        var codes = new T[(long)coverage.Width * coverage.Height];
        var row = new float[coverage.Width];
        for (var y = 0; y < coverage.Height; y++)
        {
            coverage.Read(0, y, row, row, row);
            for (var x = 0; x < row.Length; x++) codes[(long)y * row.Length + x] = code(row[x]);
        }
        return codes;
    }

    private static (Image, GreyPixels?) PartedFloats(Image image, int white, CancellationToken cancel)
    {
        using var single = image.Cast(Enums.BandFormat.Float);
        return Parted(single, single.WriteToMemory<float>(), white, v => (ushort)Math.Round(Math.Clamp(v, 0, 1) * 65535), cancel);
    }

    private static (Image, GreyPixels?) Parted<T>(Image image, T[] values, T white, Func<T, ushort> share, CancellationToken cancel) where T : unmanaged
    {
        var (width, height, bands) = (image.Width, image.Height, image.Bands - 1);
        var opaque = new T[(long)width * height * bands];
        var coverage = new ushort[(long)width * height];
        var isWhole = true;
        Rows.Each(height, y =>
        {
            for (long x = 0, i = (long)y * width; x < width; x++, i++)
            {
                coverage[i] = share(values[i * (bands + 1) + bands]);
                if (coverage[i] != ushort.MaxValue) isWhole = false;
                for (var c = 0; c < bands; c++) opaque[i * bands + c] = coverage[i] == 0 ? white : values[i * (bands + 1) + c];
            }
        }, cancel);
        using var bare = ArrayImage.Of(opaque, width, height, bands, image.Interpretation);
        // The library keeps what else it knows of the picture with the new one.
        var known = bare.Mutate(into =>
        {
            foreach (var field in image.GetFields().Where(f => f is "icc-profile-data" or "bits-per-sample")) into.Set(image.GetTypeOf(field), field, image.Get(field));
        });
        return (known, isWhole ? null : new GreyPixels(coverage, width, height));
    }
}
