using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Containers;

/// <summary>Boxes of HEIF and AVIF (ISO/IEC 14496-12, 4.2; 23008-12, 6.5).</summary>
internal static class HeifBoxes
{
    private const int MostBytes = 1 << 20;

    /// <summary>The code points of the first colour box of kind nclx (14496-12, 12.1.5); null for none.</summary>
    public static (int Primaries, int Transfer)? Colours(Stream file)
    {
        if (Find(file, 0, file.Length, "meta") is not { } meta || Find(file, meta.From + 4, meta.To, "iprp") is not { } properties || Find(file, properties.From, properties.To, "ipco") is not { } container) return null;
        var at = container.From;
        while (Find(file, at, container.To, "colr") is { } box)
        {
            var bytes = Bytes(file, box.From, Math.Min(8, box.To - box.From));
            if (bytes.Length == 8 && bytes.AsSpan(0, 4).SequenceEqual("nclx"u8)) return (BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(4)), BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(6)));
            at = box.To;
        }
        return null;
    }

    private static (long From, long To)? Find(Stream file, long at, long end, string type)
    {
        for (var count = 0; at + 8 <= end && count < 1000; count++)
        {
            var head = Bytes(file, at, 8);
            if (head.Length < 8) return null;
            long size = BinaryPrimitives.ReadUInt32BigEndian(head), from = at + 8;
            if (size == 1)
            {
                var large = Bytes(file, at + 8, 8);
                if (large.Length < 8) return null;
                size = (long)Math.Min(BinaryPrimitives.ReadUInt64BigEndian(large), long.MaxValue);
                from += 8;
            }
            var to = size == 0 ? end : at + size;
            if (to < from || to > end) return null;
            if (System.Text.Encoding.ASCII.GetString(head, 4, 4) == type) return (from, to);
            at = to;
        }
        return null;
    }

    private static byte[] Bytes(Stream file, long at, long count)
    {
        var bytes = new byte[Math.Min(count, MostBytes)];
        file.Position = at;
        return file.ReadAtLeast(bytes, bytes.Length, throwOnEndOfStream: false) == bytes.Length ? bytes : [];
    }
}
