using System.Buffers.Binary;
using System.Runtime.InteropServices;
using NetVips;

namespace Yarnwheel.Codecs.Saving;

/// <summary>A picture whose rows are still being made: an encoder takes them from the top down as they come, and waits where there is none yet.</summary>
/// <remarks>The codec library reads it as a TIFF (revision 6.0, baseline RGB without compression) whose pixels come last.</remarks>
/// <typeparam name="T">Bytes or words.</typeparam>
internal sealed class ComingPicture<T> : IComingPicture where T : unmanaged
{
    /// <summary>Rows of a TIFF's strip: the library reads them at once.</summary>
    private const int RowsPerStrip = 16;

    private readonly T[] samples;
    private readonly int width;
    private readonly int height;
    private readonly int rowBytes;
    private readonly byte[] head;
    private readonly bool[] isThere;
    private readonly SourceCustom source = new();
    private readonly object gate = new();
    private long position;
    private int whole;
    private bool isGivenUp;

    /// <param name="samples">Red, green, blue, row by row; filled by others.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public ComingPicture(T[] samples, int width, int height)
    {
        this.samples = samples;
        this.width = width;
        this.height = height;
        rowBytes = 3 * width * Marshal.SizeOf<T>();
        isThere = new bool[height];
        head = Head();
        source.OnRead += Read;
        source.OnSeek += Seek;
    }

    /// <inheritdoc/>
    public Image Picture() => Image.TiffloadSource(source, access: Enums.Access.Sequential);

    /// <inheritdoc/>
    public void Came(int y)
    {
        lock (gate)
        {
            isThere[y] = true;
            if (y != whole) return;
            while (whole < height && isThere[whole]) whole++;
            Monitor.PulseAll(gate);
        }
    }

    /// <inheritdoc/>
    public void GiveUp()
    {
        lock (gate)
        {
            isGivenUp = true;
            Monitor.PulseAll(gate);
        }
    }

    /// <inheritdoc/>
    public void Dispose() => source.Dispose();

    private long Length => head.Length + (long)rowBytes * height;

    private long Seek(long offset, SeekOrigin from) => position = offset + from switch { SeekOrigin.Begin => 0, SeekOrigin.Current => position, _ => Length };

    /// <summary>Fills a buffer; returns how many bytes there are, 0 at the end, −1 where it was given up.</summary>
    private int Read(byte[] buffer, int length)
    {
        var wanted = buffer.AsSpan(0, (int)Math.Clamp(Length - position, 0, length));
        for (var into = wanted; into.Length > 0;)
        {
            var taken = position < head.Length ? Take(head.AsSpan((int)position), into) : FromRow(position - head.Length, into);
            if (taken < 0) return -1;
            position += taken;
            into = into[taken..];
        }
        return wanted.Length;
    }

    /// <summary>Takes what there is of one row, once it is there.</summary>
    private int FromRow(long at, Span<byte> into)
    {
        var (row, within) = Math.DivRem(at, rowBytes);
        if (!Wait((int)row)) return -1;
        return Take(MemoryMarshal.AsBytes(samples.AsSpan((int)(row * 3 * width), 3 * width))[(int)within..], into);
    }

    private static int Take(ReadOnlySpan<byte> from, Span<byte> into)
    {
        var count = Math.Min(from.Length, into.Length);
        from[..count].CopyTo(into);
        return count;
    }

    /// <summary>Waits until a row is there; says whether it came.</summary>
    private bool Wait(int row)
    {
        lock (gate)
        {
            while (row >= whole && !isGivenUp) Monitor.Wait(gate);
            return !isGivenUp;
        }
    }

    /// <summary>All that a TIFF says before its pixels.</summary>
    private byte[] Head()
    {
        const int Entry = 12, Short = 3, Long = 4;
        var strips = (height + RowsPerStrip - 1) / RowsPerStrip;
        var fields = new List<(int Tag, int Type, int Count, uint Value)>();
        var bits = (uint)(8 * Marshal.SizeOf<T>());
        var lists = 8 + 2 + 10 * Entry + 4;
        var offsets = lists + 8;
        var counts = offsets + 4 * strips;
        var pixels = counts + 4 * strips;
        fields.Add((256, Long, 1, (uint)width));
        fields.Add((257, Long, 1, (uint)height));
        fields.Add((258, Short, 3, (uint)lists));            // bits of each sample
        fields.Add((259, Short, 1, 1));                      // not compressed
        fields.Add((262, Short, 1, 2));                      // RGB
        fields.Add((273, Long, strips, strips == 1 ? (uint)pixels : (uint)offsets));
        fields.Add((277, Short, 1, 3));                      // samples a pixel
        fields.Add((278, Long, 1, RowsPerStrip));
        fields.Add((279, Long, strips, strips == 1 ? (uint)(rowBytes * height) : (uint)counts));
        fields.Add((284, Short, 1, 1));                      // interleaved
        var bytes = new byte[pixels];
        var at = 0;
        void Word(uint value) { BinaryPrimitives.WriteUInt16LittleEndian(bytes.AsSpan(at), (ushort)value); at += 2; }
        void Double(uint value) { BinaryPrimitives.WriteUInt32LittleEndian(bytes.AsSpan(at), value); at += 4; }
        Word(0x4949);
        Word(42);
        Double(8);
        Word((uint)fields.Count);
        foreach (var (tag, type, count, value) in fields)
        {
            Word((uint)tag);
            Word((uint)type);
            Double((uint)count);
            Double(value);
        }
        Double(0);
        for (var k = 0; k < 4; k++) Word(k < 3 ? bits : 0);
        for (var k = 0; k < strips; k++) Double((uint)(pixels + (long)k * RowsPerStrip * rowBytes));
        for (var k = 0; k < strips; k++) Double((uint)(Math.Min(RowsPerStrip, height - k * RowsPerStrip) * rowBytes));
        return bytes;
    }
}

/// <summary>A picture whose rows are still being made.</summary>
internal interface IComingPicture : IDisposable
{
    /// <summary>The picture, to be read once, from the top down, on a thread of its own.</summary>
    /// <exception cref="VipsException">It was given up.</exception>
    Image Picture();

    /// <summary>A row is there; said by any thread, once for each.</summary>
    void Came(int y);

    /// <summary>No more rows will come: whoever waits for them ends with an error.</summary>
    void GiveUp();
}
