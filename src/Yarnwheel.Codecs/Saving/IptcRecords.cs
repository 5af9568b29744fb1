using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Saving;

/// <summary>IPTC-IIM records (IPTC-NAA Information Interchange Model 4.2), bare or within the image resource that JPEG wraps them in.</summary>
internal static class IptcRecords
{
    // Record 2: content location code and name, city, sub-location, province, country code and name.
    private static readonly byte[] Places = [26, 27, 90, 92, 95, 100, 101];

    /// <summary>The same records but those that say where a picture was taken; all else, and what can't be read, as it was.</summary>
    public static byte[] WithoutPlace(byte[] data)
    {
        var start = data.AsSpan().IndexOf((byte)0x1C);
        if (start < 0) return data;
        // Within an image resource the length before the records counts them, so there they are blanked instead of cut.
        if (start > 0) return Blanked(data, start);
        var kept = new List<byte>(data.Length);
        var at = 0;
        while (at + 5 <= data.Length && data[at] == 0x1C)
        {
            int length = BinaryPrimitives.ReadUInt16BigEndian(data.AsSpan(at + 3));
            // Lengths above 32767 are written another way, which nothing about a place needs.
            if (length > 0x7FFF || at + 5 + length > data.Length) break;
            var isPlace = data[at + 1] == 2 && Places.Contains(data[at + 2]);
            if (!isPlace) kept.AddRange(data[at..(at + 5 + length)]);
            at += 5 + length;
        }
        kept.AddRange(data[at..]);
        return [.. kept];
    }

    private static byte[] Blanked(byte[] data, int at)
    {
        var blank = (byte[])data.Clone();
        while (at + 5 <= blank.Length && blank[at] == 0x1C)
        {
            int length = BinaryPrimitives.ReadUInt16BigEndian(blank.AsSpan(at + 3));
            if (length > 0x7FFF || at + 5 + length > blank.Length) break;
            if (blank[at + 1] == 2 && Places.Contains(blank[at + 2])) blank.AsSpan(at + 5, length).Fill((byte)' ');
            at += 5 + length;
        }
        return blank;
    }
}
