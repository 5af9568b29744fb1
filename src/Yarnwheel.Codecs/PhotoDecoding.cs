using NetVips;
using Yarnwheel.Codecs.Profiles;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Codecs;

/// <summary>Turns an opened picture into pixels of known colours: its profile, or what stands for one, is gone through.</summary>
internal static class PhotoDecoding
{
    /// <param name="upright">As it is meant to be seen, not yet read.</param>
    /// <param name="format">Of the file.</param>
    /// <param name="path">The file, for what the codec library does not say of it.</param>
    /// <param name="coding">What the file's compression left.</param>
    /// <param name="isComing">Whether pixels may still be read when it is given back.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static DecodedPhoto Decode(Image upright, PhotoFormat format, string path, FileCoding coding, bool isComing, CancellationToken cancel)
    {
        if (!upright.HasAlpha()) return DecodeOpaque(upright, format, path, coding, isComing, cancel);
        var (opaque, coverage) = Transparency.Parted(upright, cancel);
        using (opaque) return DecodeOpaque(opaque, format, path, coding, isComing, cancel) with { Coverage = coverage };
    }

    private static DecodedPhoto DecodeOpaque(Image flat, PhotoFormat format, string path, FileCoding coding, bool isComing, CancellationToken cancel)
    {
        using var own = WithoutExtras(flat);
        var signalled = SignalledColours.Of(path, format, own.Contains("icc-profile-data"));
        // Ink without a profile is meant for some press: the library's own profile is as good a guess as any.
        var given = signalled ?? (own.Interpretation == Enums.Interpretation.Cmyk && !own.Contains("icc-profile-data") ? ColourProfile.BuiltIn("cmyk") : null);
        using var tagged = given is null ? own.Copy() : ColourProfile.Tagged(own, given);
        using var opaque = Stretched(tagged, format);
        var bits = opaque.Format is Enums.BandFormat.Uchar or Enums.BandFormat.Char ? 8 : 16;
        var profile = ColourProfile.Of(opaque);
        if (profile is null && opaque.Format is Enums.BandFormat.Float or Enums.BandFormat.Double)
        {
            // Values of floating point are light itself; common practice, no source.
            using var single = opaque.Cast(Enums.BandFormat.Float);
            return new DecodedPhoto(new FloatPixels(Memory<float>(single, cancel), opaque.Width, opaque.Height), format, bits, null, true, "Values of floating point were read as linear light.");
        }
        if (profile is null || profile.IsSrgb)
        {
            // Grey without a profile of its own goes through the library's built-in one.
            using var rgb = opaque.Colourspace(bits == 8 ? Enums.Interpretation.Srgb : Enums.Interpretation.Rgb16);
            return new DecodedPhoto(ReadPixels(rgb, bits, coding, isComing, cancel), format, bits, profile?.Data, true);
        }
        if (profile.Space == "CMYK")
        {
            using var mixed = ColourProfile.OfInks(opaque);
            return new DecodedPhoto(ReadThrough(ColourProfile.Of(mixed)!.Matrix!, mixed, 16, cancel), format, bits, ColourProfile.BuiltIn("p3"), false, "Inks (CMYK) were read through their profile; copies are RGB, in Display P3.");
        }
        var isWhole = opaque.Format is Enums.BandFormat.Uchar or Enums.BandFormat.Ushort;
        // A file is read once, from top to bottom: what is read of it is kept where it is needed twice.
        var codes = isWhole && profile is { Space: "RGB ", Matrix: null } ? CodesOf(opaque, bits, cancel) : null;
        using var again = codes is null ? opaque.Copy() : codes.Picture(opaque.Width, opaque.Height, profile.Data);
        var pixels = isWhole && profile.Matrix is { } matrix ? ReadThrough(matrix, again, bits, cancel) : ReadThroughLibrary(again, cancel);
        return profile.Space switch
        {
            "GRAY" => new DecodedPhoto(pixels, format, bits, ColourProfile.BuiltIn("srgb"), true, "The grey profile was read; copies have sRGB."),
            _ when !ColourProfile.IsWritable(profile.Data) => new DecodedPhoto(pixels, format, bits, ColourProfile.BuiltIn("p3"), false, "The photo’s profile can only be read, not written in; copies have Display P3."),
            _ => new DecodedPhoto(pixels, format, bits, profile.Data, false, signalled is null ? null : "Colours are signalled without a profile; copies have a profile that says the same.", codes),
        };
    }

    /// <summary>Values of 10 and 12 bits, which the library shifts up, over the whole range of 16.</summary>
    private static Image Stretched(Image image, PhotoFormat format)
    {
        if (format != PhotoFormat.Avif || image.Format != Enums.BandFormat.Ushort || !image.Contains("bits-per-sample") || (int)image.Get("bits-per-sample") is not (10 or 12)) return image.Copy();
        var bits = (int)image.Get("bits-per-sample");
        using var stretched = image * (65535.0 / (((1 << bits) - 1) << (16 - bits)));
        return stretched.Rint().Cast(Enums.BandFormat.Ushort);
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

    private static FileCodes CodesOf(Image image, int bits, CancellationToken cancel) => bits == 8 ? new FileCodes(Memory<byte>(image, cancel), null) : new FileCodes(null, Memory<ushort>(image, cancel));

    private static PhotoPixels ReadPixels(Image rgb, int bits, FileCoding coding, bool isComing, CancellationToken cancel)
    {
        using var cast = rgb.Cast(bits == 8 ? Enums.BandFormat.Uchar : Enums.BandFormat.Ushort);
        var (width, height) = (rgb.Width, rgb.Height);
        if (isComing && cast.Bands == 3)
            return bits == 8 ? ComingPixels.Begin<byte>(cast, v => new BytePixels(v, width, height, coding), cancel) : ComingPixels.Begin<ushort>(cast, v => new WordPixels(v, width, height), cancel);
        return bits == 8 ? new BytePixels(Memory<byte>(cast, cancel), width, height, coding) : new WordPixels(Memory<ushort>(cast, cancel), width, height);
    }

    private static T[] Memory<T>(Image image, CancellationToken cancel) where T : unmanaged
    {
        using var registration = cancel.Register(() => image.SetKill(true));
        var values = image.WriteToMemory<T>();
        return values.LongLength == (long)image.Width * image.Height * image.Bands && image.Bands == 3 ? values
            : throw new UnreadablePhotoException("The picture's channels do not make up a colour picture. Nothing was added.");
    }
}
