using System.Buffers.Binary;
using System.Text;
using System.Text.RegularExpressions;
using NetVips;

namespace Yarnwheel.Codecs;

/// <summary>Carries EXIF, IPTC and XMP over from the original, with the orientation normalised.</summary>
internal static partial class CopyMetadata
{
    /// <returns>The picture with the metadata of the original and the profile.</returns>
    public static Image Onto(Image picture, string? original, byte[]? profile)
    {
        using var source = original is null ? null : Image.NewFromFile(original, access: Enums.Access.Sequential);
        // How large it is meant to be printed is kept too.
        using var sized = source is null ? picture.Copy() : picture.Copy(xres: source.Xres, yres: source.Yres);
        return sized.Mutate(into =>
        {
            if (source is not null)
            {
                foreach (var field in source.GetFields().Where(IsCarried))
                    into.Set(source.GetTypeOf(field), field, source.Get(field));
                if (source.Contains("exif-data")) into.Set(GValue.BlobType, "exif-data", WithoutThumbnail((byte[])source.Get("exif-data")));
                foreach (var field in into.GetFields().Where(IsOfThumbnail)) into.Remove(field);
                if (source.Contains("xmp-data")) into.Set(GValue.BlobType, "xmp-data", Upright((byte[])source.Get("xmp-data")));
            }
            if (picture.Contains("icc-profile-data")) into.Remove("icc-profile-data");
            if (profile is not null) into.Set(GValue.BlobType, "icc-profile-data", profile);
            // EXIF 2.32, tag 274: the pixels are upright now.
            into.Set(GValue.GIntType, "orientation", 1);
            if (source is not null && source.Contains("exif-ifd0-Orientation"))
                into.Set(GValue.GStrType, "exif-ifd0-Orientation", "1 (Top-left, Short, 1 components, 2 bytes)");
        });
    }

    /// <summary>XMP that says the pixels are upright. XMP part 1, 8.4 (TIFF schema): tiff:Orientation as an attribute or an element.</summary>
    private static byte[] Upright(byte[] xmp) =>
        Encoding.UTF8.GetBytes(Orientation().Replace(Encoding.UTF8.GetString(xmp), "${before}1${after}"));

    [GeneratedRegex("""(?<before>tiff:Orientation(="|='|>\s*))[2-8](?<after>\s*("|'|<))""")]
    private static partial Regex Orientation();

    /// <summary>EXIF without its second directory, which describes and holds the thumbnail: the link to it is cut. TIFF 6.0, section 2; EXIF 2.32, 4.5.</summary>
    internal static byte[] WithoutThumbnail(byte[] exif)
    {
        var cut = (byte[])exif.Clone();
        var tiff = cut.AsSpan();
        if (tiff.StartsWith("Exif\0\0"u8)) tiff = tiff[6..];
        if (tiff.Length < 8 || !(tiff.StartsWith("II*\0"u8) || tiff.StartsWith("MM\0*"u8))) return cut;
        var isLittle = tiff[0] == 'I';
        var first = isLittle ? BinaryPrimitives.ReadUInt32LittleEndian(tiff[4..]) : BinaryPrimitives.ReadUInt32BigEndian(tiff[4..]);
        if (first + 2L > tiff.Length) return cut;
        var count = isLittle ? BinaryPrimitives.ReadUInt16LittleEndian(tiff[(int)first..]) : BinaryPrimitives.ReadUInt16BigEndian(tiff[(int)first..]);
        var next = first + 2L + 12L * count;
        if (next + 4 <= tiff.Length) tiff.Slice((int)next, 4).Clear();
        return cut;
    }

    // The thumbnail inside EXIF would still show the photo before it was worked on.
    private static bool IsCarried(string field) =>
        (field.StartsWith("exif-", StringComparison.Ordinal) && !IsOfThumbnail(field)) || field is "xmp-data" or "iptc-data";

    private static bool IsOfThumbnail(string field) => field is "exif-thumbnail-data" or "jpeg-thumbnail-data" || field.StartsWith("exif-ifd1-", StringComparison.Ordinal);
}
