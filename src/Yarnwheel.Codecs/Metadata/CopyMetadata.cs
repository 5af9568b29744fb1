using NetVips;
using Yarnwheel.Codecs.Raw;
using Yarnwheel.Codecs.Saving;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>What a copy says besides its pixels.</summary>
/// <param name="Exif">A block without the word Exif before it; null for none.</param>
/// <param name="Iptc">Empty for none, and where the format has no place for it.</param>
/// <param name="Xmp">A packet; null for none.</param>
/// <param name="Resolution">Pixels a millimetre, how large it is meant to be printed.</param>
internal sealed record CopyMetadata(ExifBlock? Exif, IReadOnlyList<IptcDataSet> Iptc, byte[]? Xmp, (double X, double Y) Resolution)
{
    /// <summary>Carries EXIF, IPTC and XMP over from the original as far as is wished for, made true for the copy.</summary>
    /// <param name="original">The photo's file; null for none.</param>
    /// <param name="size">Of the copy, pixels; it is upright.</param>
    /// <param name="isSrgb">Whether its colours are sRGB.</param>
    /// <param name="settings">What is carried, and what is filled in.</param>
    /// <param name="note">The recipe to write into it; null for none.</param>
    public static CopyMetadata For(string? original, (int Width, int Height) size, bool isSrgb, CopySettings settings, RecipeNote? note)
    {
        var isRaw = original is not null && RawFile.IsDng(original);
        using var source = original is null || isRaw ? null : Image.NewFromFile(original, access: Enums.Access.Sequential);
        var isCarried = original is not null && settings.Metadata != MetadataScope.None;
        var isPlaceless = settings.Metadata == MetadataScope.WithoutPlace;
        var (exif, iptc) = isCarried ? isRaw ? ReadFields(original!, null) : Read(source!, original!) : (null, []);
        exif?.TellCopy(size.Width, size.Height, isSrgb);
        if (isPlaceless)
        {
            exif?.RemovePlace();
            iptc = IptcRecords.WithoutPlace(iptc);
        }
        if (settings.Copyright is { Length: > 0 } rights)
        {
            (exif ??= new ExifBlock()).SetCopyright(rights);
            iptc = [.. iptc.Where(s => s is not { Record: 2, Number: 116 })];
        }
        if (settings.Credit is { Length: > 0 } credit)
        {
            (exif ??= new ExifBlock()).SetArtist(credit);
            iptc = [.. iptc.Where(s => s is not { Record: 2, Number: 80 })];
        }
        // What has no place for its records has them as XMP.
        var hasPlace = settings.Format is CopyFormat.Jpeg or CopyFormat.Tiff;
        var xmp = WriteXmp(isCarried ? isRaw ? RawFile.XmpOf(original!) : LongXmp.Of(source!, original!) : null, size, hasPlace ? [] : iptc, settings, note);
        return new CopyMetadata(exif is { IsEmpty: false } ? exif : null, hasPlace ? iptc : [], xmp, source is null ? (1, 1) : (source.Xres, source.Yres));
    }

    private static (ExifBlock? Exif, IReadOnlyList<IptcDataSet> Iptc) Read(Image source, string path)
    {
        if (PhotoReader.Format(source) != PhotoFormat.Tiff) return (Blob(source, "exif-data") is { } block ? ExifReader.Read(block) : null, IptcRecords.Read(Blob(source, "iptc-data") ?? InPng(source)));
        return ReadFields(path, Blob(source, "iptc-data"));
    }

    /// <summary>Out of a TIFF's own directories.</summary>
    /// <param name="path">The file.</param>
    /// <param name="iptc">Where its directories can't be read.</param>
    private static (ExifBlock? Exif, IReadOnlyList<IptcDataSet> Iptc) ReadFields(string path, byte[]? iptc)
    {
        using var file = File.OpenRead(path);
        var exif = ExifReader.Read(file);
        if (exif is null) return (null, IptcRecords.Read(iptc));
        exif.Main.Fields.Remove(ExifReader.Iptc, out var records);
        return (exif, IptcRecords.Read(records?.Value));
    }

    /// <summary>IPTC in a PNG, for which several programs write a text of their own: lines of a name, a length, and hexadecimal digits.</summary>
    private static byte[]? InPng(Image source)
    {
        if (source.GetFields().FirstOrDefault(f => f.EndsWith("-Raw profile type iptc", StringComparison.Ordinal)) is not { } field || source.Get(field) is not string text) return null;
        var digits = string.Concat(text.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Skip(2));
        return digits.Length % 2 == 0 && digits.All(char.IsAsciiHexDigit) ? Convert.FromHexString(digits) : null;
    }

    private static byte[]? WriteXmp(byte[]? own, (int Width, int Height) size, IReadOnlyList<IptcDataSet> iptc, CopySettings settings, RecipeNote? note)
    {
        var packet = XmpPacket.Read(own);
        // What can't be read as XMP is nothing that another program could read.
        if (own is not null && packet is null && note is null && iptc.Count == 0 && settings is { Copyright: null or "", Credit: null or "" }) return settings.Metadata == MetadataScope.All ? own : null;
        packet ??= new XmpPacket();
        packet.TellCopy(size.Width, size.Height);
        if (settings.Metadata == MetadataScope.WithoutPlace) packet.RemovePlace();
        if (settings.Copyright is { Length: > 0 } rights) packet.SetRights(rights);
        if (settings.Credit is { Length: > 0 } credit) packet.SetCreator(credit);
        IptcInXmp.Add(packet, iptc);
        note?.WriteInto(packet);
        return packet.IsEmpty ? null : packet.ToBytes();
    }

    private static byte[]? Blob(Image image, string field) => image.Contains(field) ? (byte[])image.Get(field) : null;
}
