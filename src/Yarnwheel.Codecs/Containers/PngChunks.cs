using System.Buffers.Binary;
using System.IO.Hashing;

namespace Yarnwheel.Codecs.Containers;

/// <summary>Chunks of PNG (W3C, PNG third edition, 5.3 and 11.3).</summary>
internal static class PngChunks
{
    // Signature and image header.
    private const int Head = 8 + 12 + 13;

    /// <summary>Copies a PNG and puts a chunk in behind its header.</summary>
    /// <param name="from">At its start.</param>
    /// <param name="to">Receives the whole file.</param>
    /// <param name="type">Four letters.</param>
    /// <param name="content">Of the chunk.</param>
    public static void Copy(Stream from, Stream to, ReadOnlySpan<byte> type, byte[] content)
    {
        var head = new byte[Head];
        from.ReadExactly(head);
        to.Write(head);
        byte[] chunk = [.. type, .. content];
        var number = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(number, content.Length);
        to.Write(number);
        to.Write(chunk);
        BinaryPrimitives.WriteUInt32BigEndian(number, Crc32.HashToUInt32(chunk));
        to.Write(number);
        from.CopyTo(to);
    }
}
