using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Saving;

/// <summary>EXIF as a block of bytes: a TIFF header and directories (TIFF 6.0, section 2; EXIF 2.32, 4.5). The codec library rewrites what can be reached from there and drops the rest.</summary>
internal static class ExifBlock
{
    // EXIF 2.32, 4.6.3: the pointer to the directory of GPS.
    private const int GpsPointer = 0x8825;

    /// <summary>Without the second directory, which describes and holds the thumbnail: the link to it is cut.</summary>
    public static byte[] WithoutThumbnail(byte[] exif)
    {
        var cut = (byte[])exif.Clone();
        if (First(cut, out var tiff, out _, out var first, out var count) && first + 2L + 12L * count + 4 <= tiff.Length)
            tiff.Slice(first + 2 + 12 * count, 4).Clear();
        return cut;
    }

    /// <summary>Without the directory that says where a photo was taken: the first one's entry that leads there goes.</summary>
    public static byte[] WithoutPlace(byte[] exif)
    {
        var cut = (byte[])exif.Clone();
        if (!First(cut, out var tiff, out var isLittle, out var first, out var count) || first + 2L + 12L * count + 4 > tiff.Length) return cut;
        for (var k = 0; k < count; k++)
        {
            var entry = first + 2 + 12 * k;
            if (Short(tiff[entry..], isLittle) != GpsPointer) continue;
            // The entries behind it, and the link to the next directory, move up.
            var end = first + 2 + 12 * count + 4;
            tiff[(entry + 12)..end].CopyTo(tiff[entry..]);
            if (isLittle) BinaryPrimitives.WriteUInt16LittleEndian(tiff[first..], (ushort)(count - 1));
            else BinaryPrimitives.WriteUInt16BigEndian(tiff[first..], (ushort)(count - 1));
            return cut;
        }
        return cut;
    }

    /// <summary>Finds the first directory; false where the block is no EXIF or ends too early.</summary>
    private static bool First(Span<byte> exif, out Span<byte> tiff, out bool isLittle, out int first, out int count)
    {
        tiff = exif.StartsWith("Exif\0\0"u8) ? exif[6..] : exif;
        (first, count, isLittle) = (0, 0, false);
        if (tiff.Length < 8 || !(tiff.StartsWith("II*\0"u8) || tiff.StartsWith("MM\0*"u8))) return false;
        isLittle = tiff[0] == 'I';
        var at = isLittle ? BinaryPrimitives.ReadUInt32LittleEndian(tiff[4..]) : BinaryPrimitives.ReadUInt32BigEndian(tiff[4..]);
        if (at + 2L > tiff.Length) return false;
        first = (int)at;
        count = Short(tiff[first..], isLittle);
        return true;
    }

    private static int Short(ReadOnlySpan<byte> at, bool isLittle) => isLittle ? BinaryPrimitives.ReadUInt16LittleEndian(at) : BinaryPrimitives.ReadUInt16BigEndian(at);
}
