using NetVips;

namespace Yarnwheel.Codecs;

/// <summary>Carries EXIF, IPTC and XMP over from the original, with the orientation normalised.</summary>
internal static class CopyMetadata
{
    /// <returns>The picture with the metadata of the original and the profile.</returns>
    public static Image Onto(Image picture, string? original, byte[]? profile)
    {
        using var source = original is null ? null : Image.NewFromFile(original, access: Enums.Access.Sequential);
        return picture.Mutate(into =>
        {
            if (source is not null)
            {
                foreach (var field in source.GetFields().Where(IsCarried))
                    into.Set(source.GetTypeOf(field), field, source.Get(field));
            }
            if (picture.Contains("icc-profile-data")) into.Remove("icc-profile-data");
            if (profile is not null) into.Set(GValue.BlobType, "icc-profile-data", profile);
            // EXIF 2.32, tag 274: the pixels are upright now.
            into.Set(GValue.GIntType, "orientation", 1);
            if (source is not null && source.Contains("exif-ifd0-Orientation"))
                into.Set(GValue.GStrType, "exif-ifd0-Orientation", "1 (Top-left, Short, 1 components, 2 bytes)");
        });
    }

    // The thumbnail inside EXIF would still show the photo before it was worked on.
    private static bool IsCarried(string field) =>
        (field.StartsWith("exif-", StringComparison.Ordinal) && field != "exif-thumbnail-data") || field is "xmp-data" or "iptc-data";
}
