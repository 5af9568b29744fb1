using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>Writes EXIF directories (TIFF 6.0, section 2), one after the other, each behind what it points to.</summary>
/// <param name="start">Where in its file the first byte will stand, counted as the directories count.</param>
/// <param name="isLittle">Whether numbers have their least byte first.</param>
internal sealed class ExifWriter(long start, bool isLittle)
{
    private const int FarthestMakerNote = 16 << 10;

    private readonly List<byte> bytes = [];
    private long? makerNoteAt;

    /// <summary>A block of its own, header included; without the word Exif.</summary>
    /// <param name="block">What it says.</param>
    /// <param name="most">Bytes it may have; the maker note goes where it would be longer.</param>
    public static byte[] Write(ExifBlock block, int most = int.MaxValue)
    {
        var whole = Whole(block);
        if (whole.Length <= most || !block.Main.Inner.TryGetValue(ExifBlock.Taking, out var taking) || !taking.Fields.Remove(ExifBlock.MakerNote)) return whole;
        return Whole(block);
    }

    private static byte[] Whole(ExifBlock block)
    {
        var writer = new ExifWriter(0, block.IsLittle);
        writer.bytes.AddRange(block.IsLittle ? "II*\0\0\0\0\0"u8 : "MM\0*\0\0\0\0"u8);
        writer.KeepMakerNote(block);
        var main = writer.Directory(block.Main);
        var whole = writer.ToArray();
        writer.Number(main, 4).CopyTo(whole, 4);
        return whole;
    }

    /// <summary>What was written.</summary>
    public byte[] ToArray() => [.. bytes];

    /// <summary>Writes a directory and all that it leads to.</summary>
    /// <param name="directory">Which.</param>
    /// <param name="others">Further entries of 12 bytes, in the same order of bytes, which stay as they are; tags of the directory's own win.</param>
    /// <returns>Where it stands.</returns>
    public long Directory(ExifDirectory directory, IEnumerable<byte[]>? others = null)
    {
        var entries = new SortedDictionary<int, byte[]>();
        foreach (var other in others ?? []) entries[Tag(other)] = other;
        foreach (var (tag, field) in directory.Fields)
        {
            byte[] value = isLittle ? field.Value : ExifField.Swapped(field.Type, field.Value);
            byte[] last = value.Length <= 4 ? [.. value, .. new byte[4 - value.Length]]
                : Number(tag == ExifBlock.MakerNote && makerNoteAt is { } kept ? kept : Append(value), 4);
            entries[tag] = [.. Number(tag, 2), .. Number(field.Type, 2), .. Number(field.Count, 4), .. last];
        }
        foreach (var (tag, inner) in directory.Inner) entries[tag] = [.. Number(tag, 2), .. Number(4, 2), .. Number(1, 4), .. Number(Directory(inner), 4)];
        return Append([.. Number(entries.Count, 2), .. entries.Values.SelectMany(e => e), 0, 0, 0, 0]);
    }

    /// <summary>Puts the maker note where it was, for it may count from the start of the block, in ways that only its maker knows.</summary>
    private void KeepMakerNote(ExifBlock block)
    {
        if (block.MakerNoteAt is not { } at || at < bytes.Count || at > FarthestMakerNote) return;
        if (!block.Main.Inner.TryGetValue(ExifBlock.Taking, out var taking) || !taking.Fields.TryGetValue(ExifBlock.MakerNote, out var note)) return;
        bytes.AddRange(new byte[at - bytes.Count]);
        bytes.AddRange(note.Value);
        makerNoteAt = at;
    }

    private long Append(byte[] more)
    {
        // Values begin on a word boundary.
        if ((start + bytes.Count) % 2 != 0) bytes.Add(0);
        var at = start + bytes.Count;
        bytes.AddRange(more);
        return at;
    }

    private int Tag(byte[] entry) => isLittle ? BinaryPrimitives.ReadUInt16LittleEndian(entry) : BinaryPrimitives.ReadUInt16BigEndian(entry);

    private byte[] Number(long value, int size)
    {
        var number = BitConverter.GetBytes(value)[..size];
        if (!isLittle) Array.Reverse(number);
        return number;
    }
}
