using System.Buffers.Binary;
using System.IO.Compression;

namespace Yarnwheel.Codecs.Containers;

/// <summary>How much a PNG's compressed texts and its profile unpack to (W3C, PNG third edition, 11.3.3): known before a library unpacks them, all of them at once.</summary>
internal static class PackedTexts
{
    /// <summary>Counts.</summary>
    /// <param name="file">At its start.</param>
    /// <param name="most">Counting stops above, bytes.</param>
    public static long Unpacked(Stream file, long most)
    {
        var head = new byte[8];
        file.Position = 0;
        if (file.ReadAtLeast(head, 8, throwOnEndOfStream: false) < 8 || !IsPng(head)) return 0;
        var total = 0L;
        while (total <= most && file.ReadAtLeast(head, 8, throwOnEndOfStream: false) == 8)
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(head);
            var next = file.Position + length + 4;
            if (next > file.Length) break;
            var type = head.AsSpan(4, 4);
            if (type.SequenceEqual("zTXt"u8) || type.SequenceEqual("iTXt"u8) || type.SequenceEqual("iCCP"u8) || type.SequenceEqual("tEXt"u8)) total += Of(file, type, (int)Math.Min(length, int.MaxValue), most - total);
            file.Position = next;
        }
        return total;
    }

    private static bool IsPng(byte[] head) => head is [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A];

    private static long Of(Stream file, ReadOnlySpan<byte> type, int length, long most)
    {
        if (type.SequenceEqual("tEXt"u8)) return length;
        var content = new byte[length];
        file.ReadExactly(content);
        var at = Array.IndexOf(content, (byte)0) + 1;
        if (at <= 0 || at >= length) return length;
        if (type.SequenceEqual("iTXt"u8))
        {
            // A flag, a method, a language, a translated keyword, each text ended by a zero.
            if (at + 2 >= length || content[at] == 0) return length;
            var language = Array.IndexOf(content, (byte)0, at + 2);
            var keyword = language < 0 ? -1 : Array.IndexOf(content, (byte)0, language + 1);
            if (keyword < 0) return length;
            at = keyword;
        }
        return Inflated(content.AsMemory(Math.Min(at + 1, length)), most);
    }

    private static long Inflated(ReadOnlyMemory<byte> packed, long most)
    {
        using var inflate = new ZLibStream(new MemoryStream(packed.ToArray()), CompressionMode.Decompress);
        var buffer = new byte[1 << 16];
        var total = 0L;
        try
        {
            int read;
            while (total <= most && (read = inflate.Read(buffer)) > 0) total += read;
        }
        catch (InvalidDataException)
        {
            // What does not unpack takes no more than it did so far.
        }
        return total;
    }
}
