using Yarnwheel.Core.Photos;

namespace Yarnwheel.Codecs.Containers;

/// <summary>What a JPEG's head says of its compression: how chroma is sampled, and how coarsely luma was rounded (ITU-T T.81, B.2.2 and B.2.4.1).</summary>
internal static class JpegCoding
{
    private const byte Tables = 0xDB;

    /// <summary>The coefficients whose steps count: the ten of the lowest frequencies, which edges have.</summary>
    private const int Counted = 10;

    /// <summary>Deviation left at an edge, of their mean step.</summary>
    private const float Left = 0.6f;

    /// <summary>What is sampled or packed in another way counts as lossless.</summary>
    /// <param name="from">The file at its start.</param>
    public static FileCoding Read(Stream from)
    {
        var steps = new float[4];
        foreach (var (marker, content) in JpegSegments.All(from))
        {
            if (marker == Tables) ReadTables(content, steps);
            // The head of a frame, which comes after its tables; C4, C8 and CC are none.
            else if (marker is >= 0xC0 and <= 0xCF and not (0xC4 or 0xC8 or 0xCC)) return OfFrame(content, steps);
        }
        return FileCoding.Lossless;
    }

    /// <summary>Precision, height, width, number of components, then of each its name, its sampling and its table.</summary>
    private static FileCoding OfFrame(byte[] frame, float[] steps)
    {
        if (frame.Length < 9 || frame.Length < 6 + 3 * frame[5]) return FileCoding.Lossless;
        var noise = Left * steps[frame[8] & 3] / 255;
        if (frame[5] != 3 || frame[10] != 0x11 || frame[13] != 0x11) return new FileCoding(ChromaCells.Each, noise);
        int across = frame[7] >> 4, down = frame[7] & 15;
        return new FileCoding(across is 1 or 2 && down is 1 or 2 ? new ChromaCells(across, down) : ChromaCells.Each, noise);
    }

    /// <summary>Tables of 64 steps each, of one byte or two, the lowest frequencies first.</summary>
    private static void ReadTables(ReadOnlySpan<byte> content, float[] steps)
    {
        while (content.Length > 0)
        {
            var (bytes, table) = (content[0] >= 16 ? 2 : 1, content[0] & 3);
            if (content.Length < 1 + 64 * bytes) return;
            var sum = 0;
            for (var k = 0; k < Counted; k++) sum += bytes == 1 ? content[1 + k] : content[1 + 2 * k] << 8 | content[2 + 2 * k];
            steps[table] = (float)sum / Counted;
            content = content[(1 + 64 * bytes)..];
        }
    }
}
