using System.Buffers.Binary;
using System.IO.Compression;

namespace Yarnwheel.Web.Sheets;

/// <summary>Unpacks a font of the web into what PDF takes. W3C, WOFF File Format 1.0, sections 3 to 5.</summary>
internal static class WoffFont
{
    /// <param name="woff">WOFF 1.0.</param>
    /// <returns>The same font as OpenType tables with a directory.</returns>
    /// <exception cref="InvalidDataException">It is no WOFF 1.0.</exception>
    public static byte[] ToOpenType(ReadOnlySpan<byte> woff)
    {
        if (woff.Length < 44 || !woff.StartsWith("wOFF"u8)) throw new InvalidDataException("This is no WOFF font.");
        int count = BinaryPrimitives.ReadUInt16BigEndian(woff[12..]);
        var font = new byte[BinaryPrimitives.ReadUInt32BigEndian(woff[16..])];
        woff.Slice(4, 4).CopyTo(font);
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(4), (ushort)count);
        // OpenType 1.9, table directory: what a binary search needs.
        var power = (ushort)System.Numerics.BitOperations.Log2((uint)count);
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(6), (ushort)(16 << power));
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(8), power);
        BinaryPrimitives.WriteUInt16BigEndian(font.AsSpan(10), (ushort)(16 * count - (16 << power)));
        var at = 12 + 16 * count;
        for (var k = 0; k < count; k++)
        {
            var entry = woff.Slice(44 + 20 * k, 20);
            int offset = Number(entry, 4), packed = Number(entry, 8), length = Number(entry, 12);
            var target = font.AsSpan(at, length);
            if (packed == length) woff.Slice(offset, length).CopyTo(target);
            else
            {
                using var inflate = new ZLibStream(new MemoryStream(woff.Slice(offset, packed).ToArray()), CompressionMode.Decompress);
                inflate.ReadExactly(target);
            }
            var record = font.AsSpan(12 + 16 * k, 16);
            entry[..4].CopyTo(record);
            entry.Slice(16, 4).CopyTo(record[4..]);
            BinaryPrimitives.WriteUInt32BigEndian(record[8..], (uint)at);
            BinaryPrimitives.WriteUInt32BigEndian(record[12..], (uint)length);
            at += (length + 3) & ~3;
        }
        return font;
    }

    private static int Number(ReadOnlySpan<byte> entry, int at) => checked((int)BinaryPrimitives.ReadUInt32BigEndian(entry[at..]));
}
