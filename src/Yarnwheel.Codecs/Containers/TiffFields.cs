using System.Buffers.Binary;
using Yarnwheel.Codecs.Metadata;

namespace Yarnwheel.Codecs.Containers;

/// <summary>Fields of a TIFF's first directory (TIFF 6.0, section 2; EXIF 2.32, 4.6.3).</summary>
internal static class TiffFields
{
    /// <summary>Copies a TIFF, its numbers with the least byte first, and puts fields into its first directory, which moves to the end.</summary>
    /// <param name="from">At its start; can seek.</param>
    /// <param name="to">Receives the whole file; can seek.</param>
    /// <param name="added">The fields, and the directories they lead to; those that the file has stay its own but for what is in both.</param>
    public static void Copy(Stream from, Stream to, ExifDirectory added)
    {
        from.CopyTo(to);
        var head = Bytes(from, 0, 8);
        // Of more than 4 GB, or in the other order of bytes: not written by this program, and left as it is.
        if (!head.AsSpan(0, 4).SequenceEqual("II*\0"u8)) return;
        var at = BinaryPrimitives.ReadUInt32LittleEndian(head.AsSpan(4));
        var count = BinaryPrimitives.ReadUInt16LittleEndian(Bytes(from, at, 2));
        var entries = Bytes(from, at + 2, 12 * count);
        if (to.Length % 2 != 0) to.WriteByte(0);
        var writer = new ExifWriter(to.Length, isLittle: true);
        var directory = writer.Directory(added, Enumerable.Range(0, count).Select(k => entries[(12 * k)..(12 * k + 12)]));
        to.Position = to.Length;
        to.Write(writer.ToArray());
        BinaryPrimitives.WriteUInt32LittleEndian(head.AsSpan(4), (uint)directory);
        to.Position = 0;
        to.Write(head);
    }

    private static byte[] Bytes(Stream file, long at, int count)
    {
        var bytes = new byte[count];
        file.Position = at;
        file.ReadExactly(bytes);
        return bytes;
    }
}
