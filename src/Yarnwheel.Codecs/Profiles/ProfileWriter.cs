using System.Buffers.Binary;
using System.Text;

namespace Yarnwheel.Codecs.Profiles;

/// <summary>Writes a colour profile of primaries and one parametric curve (ICC.1:2022), for pictures that signal their colours in another way.</summary>
internal static class ProfileWriter
{
    // Of the connection space, as ICC.1 rounds it (7.2.16), and Bradford's cone responses (annex E).
    private static readonly double[] D50 = [0.9642, 1, 0.8249];
    private static readonly double[] Bradford = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296];

    /// <param name="name">For people.</param>
    /// <param name="primaries">Chromaticities x, y of red, green, blue and white, CIE 1931.</param>
    /// <param name="curve">Of one value g: x^g. Of five, g a b c d: (a x + b)^g from d on, c x below it.</param>
    /// <returns>Null where the primaries span nothing.</returns>
    public static byte[]? Write(string name, double[] primaries, double[] curve)
    {
        double[] Xyz(int at) => [primaries[at] / primaries[at + 1], 1, (1 - primaries[at] - primaries[at + 1]) / primaries[at + 1]];
        if (primaries.Any(v => !(v >= -1 && v <= 2)) || primaries.Where((_, i) => i % 2 == 1).Any(y => Math.Abs(y) < 1e-4)) return null;
        double[] columns = [.. Enumerable.Range(0, 9).Select(i => Xyz(2 * (i % 3))[i / 3])];
        if (Matrix3.Inverse(columns) is not { } inverse) return null;
        var white = Xyz(6);
        var share = Matrix3.Times(inverse, white);
        // Adapted to the connection space's white: cone responses are scaled.
        var (from, to) = (Matrix3.Times(Bradford, white), Matrix3.Times(Bradford, D50));
        if (from.Any(v => v < 0.05)) return null;
        var cones = Matrix3.Times([to[0] / from[0], 0, 0, 0, to[1] / from[1], 0, 0, 0, to[2] / from[2]], Bradford, 3);
        var adaption = Matrix3.Times(Matrix3.Inverse(Bradford)!, cones, 3);
        double[] Column(int c) => Matrix3.Times(adaption, [columns[c] * share[c], columns[3 + c] * share[c], columns[6 + c] * share[c]]);
        var tone = Tagged("para", [0, (byte)(curve.Length == 1 ? 0 : 3), 0, 0, .. curve.SelectMany(Fixed)]);
        return Assemble([("desc", Text(name)), ("cprt", Text("No copyright; use freely.")), ("wtpt", Point(D50)), ("chad", Tagged("sf32", [.. adaption.SelectMany(Fixed)])),
            ("rXYZ", Point(Column(0))), ("gXYZ", Point(Column(1))), ("bXYZ", Point(Column(2))), ("rTRC", tone), ("gTRC", tone), ("bTRC", tone)]);
    }

    private static byte[] Assemble(IReadOnlyList<(string Name, byte[] Data)> tags)
    {
        var table = new List<byte>(Number(tags.Count));
        var body = new List<byte>();
        var start = 128 + 4 + 12 * tags.Count;
        foreach (var (name, data) in tags)
        {
            table.AddRange([.. Encoding.ASCII.GetBytes(name), .. Number(start + body.Count), .. Number(data.Length)]);
            body.AddRange(data);
            while (body.Count % 4 != 0) body.Add(0);
        }
        var header = new byte[128];
        Number(start + body.Count).CopyTo(header, 0);
        header[8] = 4;
        header[9] = 0x30;
        "mntrRGB XYZ "u8.CopyTo(header.AsSpan(12));
        "acsp"u8.CopyTo(header.AsSpan(36));
        Point(D50)[8..].CopyTo(header, 68);
        return [.. header, .. table, .. body];
    }

    private static byte[] Tagged(string type, byte[] data) => [.. Encoding.ASCII.GetBytes(type), 0, 0, 0, 0, .. data];

    private static byte[] Text(string text) => Tagged("mluc", [.. Number(1), .. Number(12), .. "enUS"u8, .. Number(2 * text.Length), .. Number(28), .. Encoding.BigEndianUnicode.GetBytes(text)]);

    private static byte[] Point(double[] xyz) => Tagged("XYZ ", [.. xyz.SelectMany(Fixed)]);

    private static byte[] Fixed(double value) => Number((int)Math.Round(value * 65536));

    private static byte[] Number(int value)
    {
        var bytes = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(bytes, value);
        return bytes;
    }
}
