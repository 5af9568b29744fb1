using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Containers;

/// <summary>Chunks of WebP (RFC 9649, 2.7).</summary>
internal static class WebpChunks
{
    private const byte HasExif = 0x08;

    /// <summary>Copies a WebP and puts EXIF in: after the picture, before XMP.</summary>
    /// <param name="from">At its start.</param>
    /// <param name="to">Receives the whole file; can seek.</param>
    /// <param name="exif">A block without the word Exif.</param>
    /// <param name="width">Of the picture, pixels.</param>
    /// <param name="height">Of the picture, pixels.</param>
    public static void Copy(Stream from, Stream to, byte[] exif, int width, int height)
    {
        var head = new byte[12];
        from.ReadExactly(head);
        to.Write(head);
        var isExtended = false;
        var isWritten = false;
        var chunk = new byte[8];
        while (from.ReadAtLeast(chunk, 8, throwOnEndOfStream: false) == 8)
        {
            var length = BinaryPrimitives.ReadUInt32LittleEndian(chunk.AsSpan(4));
            var content = new byte[length + length % 2];
            from.ReadExactly(content);
            if (chunk.AsSpan(0, 4).SequenceEqual("VP8X"u8))
            {
                content[0] |= HasExif;
                isExtended = true;
            }
            else if (!isExtended)
            {
                Write(to, "VP8X"u8, [HasExif, 0, 0, 0, .. Size(width - 1), .. Size(height - 1)]);
                isExtended = true;
            }
            if (chunk.AsSpan(0, 4).SequenceEqual("XMP "u8))
            {
                Write(to, "EXIF"u8, exif);
                isWritten = true;
            }
            to.Write(chunk);
            to.Write(content);
        }
        if (!isWritten) Write(to, "EXIF"u8, exif);
        var whole = new byte[4];
        BinaryPrimitives.WriteUInt32LittleEndian(whole, (uint)(to.Length - 8));
        to.Position = 4;
        to.Write(whole);
    }

    private static byte[] Size(int value) => [(byte)value, (byte)(value >> 8), (byte)(value >> 16)];

    private static void Write(Stream to, ReadOnlySpan<byte> type, byte[] content)
    {
        var length = new byte[4];
        BinaryPrimitives.WriteInt32LittleEndian(length, content.Length);
        to.Write(type);
        to.Write(length);
        to.Write(content);
        if (content.Length % 2 != 0) to.WriteByte(0);
    }
}
