using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using System.Xml.Linq;
using NetVips;
using Yarnwheel.Codecs.Containers;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>XMP that is longer than a segment of JPEG: a short packet that names the rest, and the rest in pieces (ISO 16684-3, 1.1.3.1).</summary>
internal static class LongXmp
{
    private const int Digest = 32, Most = 64 << 20;

    private static readonly byte[] Head = Convert.FromBase64String("aHR0cDovL25zLmFkb2JlLmNvbS94YXAvMS4wLwA=");
    private static readonly byte[] RestHead = Convert.FromBase64String("aHR0cDovL25zLmFkb2JlLmNvbS94bXAvZXh0ZW5zaW9uLwA=");
    private static readonly XNamespace Note = Encoding.ASCII.GetString(Convert.FromBase64String("aHR0cDovL25zLmFkb2JlLmNvbS94bXAvbm90ZS8="));

    /// <summary>Whether a packet needs more than one segment.</summary>
    public static bool Is(byte[]? packet) => packet is not null && packet.Length > JpegSegments.Longest - Head.Length;

    // The digest that the standard names; it guards nothing.
    [System.Diagnostics.CodeAnalysis.SuppressMessage("Security", "CA5351:Do Not Use Broken Cryptographic Algorithms", Justification = "ISO 16684-3 names a packet by its MD5.")]
    private static string DigestOf(byte[] packet) => Convert.ToHexString(MD5.HashData(packet));

    /// <summary>The segments of a long packet, numbered as <see cref="JpegSegments.Copy"/> takes them.</summary>
    public static IEnumerable<(int Number, byte[] Content)> Segments(byte[] packet)
    {
        var digest = DigestOf(packet);
        var first = new XmpPacket();
        first.Set(Note + "HasExtendedXMP", "xmpNote", digest);
        yield return (1, [.. Head, .. first.ToBytes()]);
        var longest = JpegSegments.Longest - RestHead.Length - Digest - 8;
        for (var at = 0; at < packet.Length; at += longest)
            yield return (1, [.. RestHead, .. Encoding.ASCII.GetBytes(digest), .. Number(packet.Length), .. Number(at), .. packet.AsSpan(at, Math.Min(longest, packet.Length - at))]);
    }

    /// <summary>The whole packet of a picture.</summary>
    /// <param name="image">As opened.</param>
    /// <param name="path">Its file.</param>
    /// <returns>Null for none.</returns>
    public static byte[]? Of(Image image, string path)
    {
        if (!image.Contains("xmp-data")) return null;
        var main = (byte[])image.Get("xmp-data");
        if (XmpPacket.Read(main) is not { } packet || packet.Find(Note + "HasExtendedXMP") is not { } digest || PhotoReader.Format(image) != PhotoFormat.Jpeg) return main;
        if (Rest(path, digest) is not { } rest || XmpPacket.Read(rest) is not { } more) return main;
        packet.Add(more, except: Note + "HasExtendedXMP");
        return packet.ToBytes();
    }

    private static byte[]? Rest(string path, string digest)
    {
        using var file = File.OpenRead(path);
        byte[]? whole = null;
        var known = 0;
        foreach (var (number, content) in JpegSegments.Read(file))
        {
            var at = RestHead.Length + Digest;
            if (number != 1 || content.Length < at + 8 || !content.AsSpan().StartsWith(RestHead) || Encoding.ASCII.GetString(content, RestHead.Length, Digest) != digest) continue;
            var (length, from) = (BinaryPrimitives.ReadUInt32BigEndian(content.AsSpan(at)), BinaryPrimitives.ReadUInt32BigEndian(content.AsSpan(at + 4)));
            var piece = content.AsSpan(at + 8);
            if (length > Most || from + (long)piece.Length > length) return null;
            whole ??= new byte[length];
            if (whole.Length != length) return null;
            piece.CopyTo(whole.AsSpan((int)from));
            known += piece.Length;
        }
        return whole is not null && known == whole.Length ? whole : null;
    }

    private static byte[] Number(int value)
    {
        var bytes = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(bytes, value);
        return bytes;
    }
}
