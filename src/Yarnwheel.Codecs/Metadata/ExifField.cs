using System.Text;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>A field of an EXIF directory.</summary>
/// <param name="Type">TIFF 6.0, section 2: 1 byte, 2 text, 3 short, 4 long, 5 rational, 7 undefined …</param>
/// <param name="Count">Values of that type.</param>
/// <param name="Value">All of them; numbers with their least byte first.</param>
internal sealed record ExifField(ushort Type, uint Count, byte[] Value)
{
    public static ExifField Text(string text)
    {
        byte[] value = [.. Encoding.UTF8.GetBytes(text), 0];
        return new ExifField(2, (uint)value.Length, value);
    }

    public static ExifField Short(int value) => new(3, 1, [(byte)value, (byte)(value >> 8)]);

    public static ExifField Long(int value) => new(4, 1, BitConverter.GetBytes(value));

    /// <summary>Bytes of one value of a type; 0 for a type that is not known.</summary>
    public static int SizeOf(int type) => type switch
    {
        1 or 2 or 6 or 7 or 129 => 1,
        3 or 8 => 2,
        4 or 9 or 11 or 13 => 4,
        5 or 10 or 12 => 8,
        _ => 0,
    };

    /// <summary>A value in the other order of bytes.</summary>
    public static byte[] Swapped(int type, ReadOnlySpan<byte> value)
    {
        var swapped = value.ToArray();
        // A rational is two longs.
        var unit = type is 5 or 10 ? 4 : SizeOf(type);
        for (var at = 0; at + unit <= swapped.Length; at += unit) swapped.AsSpan(at, unit).Reverse();
        return swapped;
    }
}

/// <summary>A directory of fields, and the directories that it leads to.</summary>
internal sealed class ExifDirectory
{
    /// <summary>By tag.</summary>
    public SortedDictionary<ushort, ExifField> Fields { get; } = [];

    /// <summary>By the tag of the pointer that leads there.</summary>
    public SortedDictionary<ushort, ExifDirectory> Inner { get; } = [];
}
