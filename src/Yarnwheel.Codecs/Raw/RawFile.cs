using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Raw;

/// <summary>What a sensor's picture says of itself: DNG (Digital Negative specification 1.7), a TIFF whose first directory has its version.</summary>
internal static class RawFile
{
    private const ushort DngVersion = 50706, Xmp = 700;
    private const int LargestPacket = 16 << 20;

    public static bool IsDng(string path)
    {
        using var file = File.OpenRead(path);
        return Field(file, DngVersion) is { Length: 4 };
    }

    /// <summary>Its XMP packet, or null.</summary>
    public static byte[]? XmpOf(string path)
    {
        using var file = File.OpenRead(path);
        return Field(file, Xmp);
    }

    /// <summary>A field of bytes in the first directory (TIFF 6.0, section 2).</summary>
    private static byte[]? Field(FileStream file, ushort wanted)
    {
        if (Bytes(file, 0, 8) is not { } head) return null;
        var isLittle = head.AsSpan(0, 4).SequenceEqual("II*\0"u8);
        if (!isLittle && !head.AsSpan(0, 4).SequenceEqual("MM\0*"u8)) return null;
        var at = Long(head.AsSpan(4));
        if (Bytes(file, at, 2) is not { } count || Bytes(file, at + 2, 12 * Short(count)) is not { } entries) return null;
        for (var k = 0; k < entries.Length; k += 12)
        {
            var entry = entries.AsSpan(k, 12);
            if (Short(entry) != wanted || Short(entry[2..]) is not (1 or 7)) continue;
            var size = Long(entry[4..]);
            return size > LargestPacket ? null : size <= 4 ? entry.Slice(8, (int)size).ToArray() : Bytes(file, Long(entry[8..]), (int)size);
        }
        return null;

        int Short(ReadOnlySpan<byte> bytes) => isLittle ? BinaryPrimitives.ReadUInt16LittleEndian(bytes) : BinaryPrimitives.ReadUInt16BigEndian(bytes);

        long Long(ReadOnlySpan<byte> bytes) => isLittle ? BinaryPrimitives.ReadUInt32LittleEndian(bytes) : BinaryPrimitives.ReadUInt32BigEndian(bytes);
    }

    private static byte[]? Bytes(FileStream file, long at, int count)
    {
        if (at < 0 || at + count > file.Length) return null;
        var bytes = new byte[count];
        file.Position = at;
        file.ReadExactly(bytes);
        return bytes;
    }
}
