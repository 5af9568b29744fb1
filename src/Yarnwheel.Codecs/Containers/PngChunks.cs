using System.Buffers.Binary;
using System.IO.Hashing;

namespace Yarnwheel.Codecs.Containers;

/// <summary>Chunks of PNG (W3C, PNG third edition, 5.3 and 11.3).</summary>
internal static class PngChunks
{
    private const int Signature = 8;

    // Signature and image header.
    private const int Head = Signature + 12 + 13;

    /// <summary>The short chunks before the pixels, by their types; of several the first.</summary>
    /// <param name="file">At its start.</param>
    public static Dictionary<string, byte[]> BeforePixels(Stream file)
    {
        const int longest = 64;
        var chunks = new Dictionary<string, byte[]>();
        file.Position = Signature;
        var head = new byte[8];
        while (file.ReadAtLeast(head, 8, throwOnEndOfStream: false) == 8)
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(head);
            var type = System.Text.Encoding.ASCII.GetString(head, 4, 4);
            if (type is "IDAT" or "IEND" || file.Position + length > file.Length) break;
            var next = file.Position + length + 4;
            if (length <= longest)
            {
                var content = new byte[length];
                file.ReadExactly(content);
                chunks.TryAdd(type, content);
            }
            file.Position = next;
        }
        return chunks;
    }

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
