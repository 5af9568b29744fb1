using System.Buffers.Binary;
using System.Text;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>A data set of IPTC-IIM.</summary>
/// <param name="Record">2 is the application record, which describes the picture.</param>
/// <param name="Number">Within its record.</param>
/// <param name="Value">As written.</param>
internal sealed record IptcDataSet(byte Record, byte Number, byte[] Value);

/// <summary>IPTC-IIM records (IPTC-NAA Information Interchange Model 4.2): bare, or as the image resource that JPEG wraps them in.</summary>
internal static class IptcRecords
{
    // Record 2: content location code and name, city, sub-location, province, country code and name.
    private static readonly byte[] Places = [26, 27, 90, 92, 95, 100, 101];

    // Before image resources in a JPEG's thirteenth application segment stands the name of the program that first wrote some, its version and a zero.
    private static readonly byte[] SegmentHead = Convert.FromBase64String("UGhvdG9zaG9wIDMuMAA=");

    private const int Resource = 0x0404;

    /// <summary>The data sets; none where there are none, or what is there can't be read.</summary>
    public static IReadOnlyList<IptcDataSet> Read(byte[]? data)
    {
        if (data is null) return [];
        var records = Bare(data);
        var sets = new List<IptcDataSet>();
        while (records.Length >= 5 && records[0] == 0x1C)
        {
            int length = BinaryPrimitives.ReadUInt16BigEndian(records[3..]);
            // Lengths above 32767 are written another way, which nothing that describes a picture needs.
            if (length > 0x7FFF || 5 + length > records.Length) break;
            sets.Add(new IptcDataSet(records[1], records[2], records.Slice(5, length).ToArray()));
            records = records[(5 + length)..];
        }
        return sets;
    }

    /// <summary>Those that don't say where a picture was taken.</summary>
    public static IReadOnlyList<IptcDataSet> WithoutPlace(IReadOnlyList<IptcDataSet> sets) => [.. sets.Where(s => s.Record != 2 || !Places.Contains(s.Number))];

    public static byte[] Write(IReadOnlyList<IptcDataSet> sets) =>
        [.. sets.SelectMany(s => (byte[])[0x1C, s.Record, s.Number, (byte)(s.Value.Length >> 8), (byte)s.Value.Length, .. s.Value])];

    /// <summary>The records as a field of a TIFF.</summary>
    public static ExifField Field(IReadOnlyList<IptcDataSet> sets)
    {
        var records = Write(sets);
        return new ExifField(7, (uint)records.Length, records);
    }

    /// <summary>The content of a JPEG's segment: the records as an image resource.</summary>
    public static byte[] Segment(IReadOnlyList<IptcDataSet> sets)
    {
        var records = Write(sets);
        var length = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(length, records.Length);
        return [.. SegmentHead, .. "8BIM"u8, Resource >> 8, Resource & 0xFF, 0, 0, .. length, .. records, .. new byte[records.Length % 2]];
    }

    /// <summary>A data set's text. Record 1, data set 90 tells UTF-8; without it files differ, and what is no UTF-8 is Latin-1.</summary>
    public static string Text(IptcDataSet set)
    {
        try
        {
            return new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(set.Value);
        }
        catch (DecoderFallbackException)
        {
            return Encoding.Latin1.GetString(set.Value);
        }
    }

    private static ReadOnlySpan<byte> Bare(ReadOnlySpan<byte> data)
    {
        if (data.StartsWith(SegmentHead)) data = data[SegmentHead.Length..];
        // Resources: 8BIM, number, a name with its length before it, length, content; name and content padded to be even.
        while (data.Length >= 12 && data.StartsWith("8BIM"u8))
        {
            var number = BinaryPrimitives.ReadUInt16BigEndian(data[4..]);
            var at = 6 + ((data[6] + 2) & ~1);
            if (at + 4 > data.Length) return [];
            var length = BinaryPrimitives.ReadUInt32BigEndian(data[at..]);
            if (at + 4 + length > data.Length) return [];
            if (number == Resource) return data.Slice(at + 4, (int)length);
            var next = at + 4L + length + length % 2;
            if (next >= data.Length) return [];
            data = data[(int)next..];
        }
        return data;
    }
}
