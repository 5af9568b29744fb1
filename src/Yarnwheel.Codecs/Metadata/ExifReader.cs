using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>Reads EXIF out of its block, or out of the directories of a TIFF (TIFF 6.0, section 2). What points nowhere or in a circle is left out.</summary>
internal sealed class ExifReader
{
    private const int MostFields = 1000;
    private const int MostBytes = 16 << 20;

    private readonly Stream file;
    private readonly bool isLittle;
    private readonly HashSet<long> seen = [];
    private int bytesLeft = MostBytes;
    private int? makerNoteAt;

    private ExifReader(Stream file, bool isLittle) => (this.file, this.isLittle) = (file, isLittle);

    /// <param name="block">With or without the word Exif before it.</param>
    /// <returns>Null where it is no EXIF.</returns>
    public static ExifBlock? Read(byte[] block)
    {
        using var memory = new MemoryStream(block.AsSpan().StartsWith("Exif\0\0"u8) ? block[6..] : block);
        return Read(memory);
    }

    /// <param name="tiff">From its header on; can seek.</param>
    /// <returns>Null where it is no TIFF of 32 bits.</returns>
    public static ExifBlock? Read(Stream tiff)
    {
        var head = new byte[8];
        tiff.Position = 0;
        if (tiff.ReadAtLeast(head, 8, throwOnEndOfStream: false) < 8) return null;
        var isLittle = head.AsSpan(0, 4).SequenceEqual("II*\0"u8);
        if (!isLittle && !head.AsSpan(0, 4).SequenceEqual("MM\0*"u8)) return null;
        var reader = new ExifReader(tiff, isLittle);
        var main = reader.Directory(reader.Number(head.AsSpan(4), 4));
        return main is null ? null : new ExifBlock { IsLittle = isLittle, Main = main, MakerNoteAt = reader.makerNoteAt };
    }

    private ExifDirectory? Directory(long at)
    {
        if (at < 8 || !seen.Add(at) || Bytes(at, 2) is not { } head) return null;
        var count = (int)Number(head, 2);
        if (count > MostFields || Bytes(at + 2, 12L * count) is not { } entries) return null;
        var directory = new ExifDirectory();
        for (var k = 0; k < count; k++) Take(entries.AsSpan(12 * k, 12), at + 2 + 12L * k, directory);
        return directory;
    }

    private void Take(ReadOnlySpan<byte> entry, long at, ExifDirectory directory)
    {
        var (tag, type, count) = ((ushort)Number(entry, 2), (ushort)Number(entry[2..], 2), Number(entry[4..], 4));
        if (tag is ExifBlock.Taking or ExifBlock.Place or ExifBlock.Interoperability)
        {
            if (Directory(Number(entry[8..], 4)) is { } inner) directory.Inner[tag] = inner;
            return;
        }
        var size = ExifField.SizeOf(type) * count;
        if (size == 0 || (ExifBlock.IsOfLayout(tag) && tag is not Iptc)) return;
        var from = size <= 4 ? at + 8 : Number(entry[8..], 4);
        if (Bytes(from, size) is not { } value) return;
        if (tag == ExifBlock.MakerNote) makerNoteAt = (int)from;
        // IPTC is bytes, whatever type it is said to have.
        directory.Fields[tag] = tag == Iptc ? new ExifField(7, (uint)size, value) : new ExifField(type, (uint)count, isLittle ? value : ExifField.Swapped(type, value));
    }

    /// <summary>IPTC-IIM records within a TIFF.</summary>
    public const ushort Iptc = 33723;

    private byte[]? Bytes(long at, long size)
    {
        if (size > bytesLeft || at < 0 || at + size > file.Length) return null;
        bytesLeft -= (int)size;
        var bytes = new byte[size];
        file.Position = at;
        file.ReadExactly(bytes);
        return bytes;
    }

    private long Number(ReadOnlySpan<byte> at, int size) => (size, isLittle) switch
    {
        (2, true) => BinaryPrimitives.ReadUInt16LittleEndian(at),
        (2, false) => BinaryPrimitives.ReadUInt16BigEndian(at),
        (_, true) => BinaryPrimitives.ReadUInt32LittleEndian(at),
        _ => BinaryPrimitives.ReadUInt32BigEndian(at),
    };
}
