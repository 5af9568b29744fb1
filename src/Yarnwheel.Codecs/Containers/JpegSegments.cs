using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Containers;

/// <summary>Segments of JPEG before the picture itself (ITU-T T.81, B.1 and B.2; EXIF 2.32, 4.7.2).</summary>
internal static class JpegSegments
{
    /// <summary>The longest content of a segment, bytes: its length of 16 bits counts itself.</summary>
    public const int Longest = 65_533;

    private const byte FirstApplication = 0xE0;

    /// <summary>The application segments; none of what is no JPEG, and none after a damage.</summary>
    public static IEnumerable<(int Number, byte[] Content)> Read(Stream from) =>
        All(from).Where(s => s.Marker is >= FirstApplication and <= FirstApplication + 15).Select(s => (s.Marker - FirstApplication, s.Content));

    /// <summary>All segments, by the second byte of their markers; none of what is no JPEG, and none after a damage.</summary>
    public static IEnumerable<(int Marker, byte[] Content)> All(Stream from)
    {
        var head = new byte[4];
        if (from.ReadAtLeast(head.AsSpan(0, 2), 2, throwOnEndOfStream: false) < 2 || head[0] != 0xFF || head[1] != 0xD8) yield break;
        while (from.ReadAtLeast(head, 4, throwOnEndOfStream: false) == 4 && head[0] == 0xFF && head[1] != 0xDA)
        {
            var content = new byte[Math.Max(0, BinaryPrimitives.ReadUInt16BigEndian(head.AsSpan(2)) - 2)];
            if (from.ReadAtLeast(content, content.Length, throwOnEndOfStream: false) < content.Length) yield break;
            yield return (head[1], content);
        }
    }

    /// <summary>Copies a JPEG and puts segments in, behind JFIF's own.</summary>
    /// <param name="from">At its start.</param>
    /// <param name="to">Receives the whole file.</param>
    /// <param name="segments">Numbers of application segments and their content; longer ones than fit are left out.</param>
    public static void Copy(Stream from, Stream to, IEnumerable<(int Number, byte[] Content)> segments)
    {
        var head = new byte[6];
        from.ReadExactly(head);
        to.Write(head.AsSpan(0, 2));
        if (head[2] == 0xFF && head[3] == FirstApplication)
        {
            var jfif = new byte[BinaryPrimitives.ReadUInt16BigEndian(head.AsSpan(4)) - 2];
            from.ReadExactly(jfif);
            to.Write(head.AsSpan(2));
            to.Write(jfif);
        }
        else from.Position = 2;
        foreach (var (number, content) in segments.Where(s => s.Content.Length <= Longest))
            to.Write([0xFF, (byte)(FirstApplication + number), (byte)((content.Length + 2) >> 8), (byte)(content.Length + 2), .. content]);
        from.CopyTo(to);
    }
}
