using System.Text;
using NetVips;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Carries EXIF, IPTC and XMP over from the original as far as is wished for, with the orientation normalised.</summary>
internal static class CopyMetadata
{
    /// <param name="picture">Upright.</param>
    /// <param name="original">The photo's file; null for none.</param>
    /// <param name="profile">To embed; null for none.</param>
    /// <param name="settings">What is carried, and what is filled in.</param>
    /// <param name="note">The recipe to write into it; null for none.</param>
    /// <returns>The picture with all that.</returns>
    public static Image Onto(Image picture, string? original, byte[]? profile, CopySettings settings, RecipeNote? note)
    {
        using var source = original is null ? null : Image.NewFromFile(original, access: Enums.Access.Sequential);
        // How large it is meant to be printed is kept too.
        using var sized = source is null ? picture.Copy() : picture.Copy(xres: source.Xres, yres: source.Yres);
        var carried = settings.Metadata == MetadataScope.None ? null : source;
        return sized.Mutate(into =>
        {
            if (carried is not null)
            {
                var placeless = settings.Metadata == MetadataScope.WithoutPlace;
                // First, for the library reads its fields out of it.
                if (carried.Contains("exif-data"))
                {
                    var exif = ExifBlock.WithoutThumbnail((byte[])carried.Get("exif-data"));
                    into.Set(GValue.BlobType, "exif-data", placeless ? ExifBlock.WithoutPlace(exif) : exif);
                }
                foreach (var field in carried.GetFields().Where(f => IsCarried(f) && !(placeless && IsPlace(f))))
                    into.Set(carried.GetTypeOf(field), field, carried.Get(field));
                if (placeless && carried.Contains("iptc-data")) into.Set(GValue.BlobType, "iptc-data", IptcRecords.WithoutPlace((byte[])carried.Get("iptc-data")));
                foreach (var field in into.GetFields().Where(IsOfThumbnail)) into.Remove(field);
            }
            if (Xmp(carried, settings, note) is { } xmp) into.Set(GValue.BlobType, "xmp-data", xmp);
            Fill(into, "exif-ifd0-Copyright", settings.Copyright);
            Fill(into, "exif-ifd0-Artist", settings.Credit);
            if (picture.Contains("icc-profile-data")) into.Remove("icc-profile-data");
            if (profile is not null) into.Set(GValue.BlobType, "icc-profile-data", profile);
            // EXIF 2.32, tag 274: the pixels are upright now.
            into.Set(GValue.GIntType, "orientation", 1);
            if (carried is not null && carried.Contains("exif-ifd0-Orientation"))
                into.Set(GValue.GStrType, "exif-ifd0-Orientation", "1 (Top-left, Short, 1 components, 2 bytes)");
        });
    }

    private static byte[]? Xmp(Image? carried, CopySettings settings, RecipeNote? note)
    {
        var own = carried is not null && carried.Contains("xmp-data") ? (byte[])carried.Get("xmp-data") : null;
        var packet = XmpPacket.Read(own);
        // What can't be read as XMP is nothing that another program could read.
        if (own is not null && packet is null && note is null && settings is { Copyright: null or "", Credit: null or "" }) return settings.Metadata == MetadataScope.All ? own : null;
        packet ??= new XmpPacket();
        if (own is not null) packet.Upright();
        if (settings.Metadata == MetadataScope.WithoutPlace) packet.RemovePlace();
        if (settings.Copyright is { Length: > 0 } rights) packet.SetRights(rights);
        if (settings.Credit is { Length: > 0 } credit) packet.SetCreator(credit);
        note?.WriteInto(packet);
        return packet.IsEmpty ? null : packet.ToBytes();
    }

    private static void Fill(MutableImage into, string field, string? text)
    {
        if (text is not { Length: > 0 }) return;
        // The library's own way of writing a text: its value, then type and length.
        var length = Encoding.UTF8.GetByteCount(text) + 1;
        into.Set(GValue.GStrType, field, $"{text} ({text}, ASCII, {length} components, {length} bytes)");
    }

    // The thumbnail inside EXIF would still show the photo before it was worked on.
    private static bool IsCarried(string field) =>
        (field.StartsWith("exif-", StringComparison.Ordinal) && field != "exif-data" && !IsOfThumbnail(field)) || field is "iptc-data";

    private static bool IsOfThumbnail(string field) => field is "exif-thumbnail-data" or "jpeg-thumbnail-data" || field.StartsWith("exif-ifd1-", StringComparison.Ordinal);

    // The library's third directory is that of GPS (EXIF 2.32, 4.6.6).
    private static bool IsPlace(string field) => field.StartsWith("exif-ifd3-", StringComparison.Ordinal);
}
