using System.Buffers.Binary;
using System.Text;

namespace Yarnwheel.Storage.Tests;

/// <summary>Makes colour profiles (ICC.1:2001-04, version 2) from primaries and a gamma.</summary>
internal static class TestProfiles
{
    // D50 as ICC.1 writes it, and Bradford's cone responses (CSS Color 4, 18, sample code).
    private static readonly double[] D50 = [0.9642, 1, 0.8249];
    private static readonly double[] Bradford = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296];

    /// <summary>opRGB, IEC 61966-2-5: primaries, white D65, gamma 2 51/256.</summary>
    public static byte[] OpRgb => Rgb([0.64, 0.33, 0.21, 0.71, 0.15, 0.06], [0.3127, 0.329], 2 + 51 / 256.0);

    /// <summary>ROMM RGB, ISO 22028-2: primaries, white D50, gamma 1.8 (its short straight piece near black left out).</summary>
    public static byte[] RommRgb => Rgb([0.734699, 0.265301, 0.159597, 0.840403, 0.036598, 0.000105], [0.345704, 0.358540], 1.8);

    /// <summary>Grey of a gamma.</summary>
    public static byte[] Grey(double gamma) => Write("GRAY", [("wtpt", Xyz(D50)), ("kTRC", Curve(gamma))]);

    /// <summary>RGB that can only be read: a table into Lab (lut16Type) of sRGB's primaries, a curve of x², for one intent.</summary>
    /// <param name="tags">A2B0, A2B1, B2A0 … (the same table, whatever the way).</param>
    public static byte[] Table(params string[] tags)
    {
        const int grid = 9;
        using var lut = new MemoryStream();
        lut.Write([.. "mft2\0\0\0\0"u8, 3, 3, grid, 0]);
        Span<byte> number = stackalloc byte[4];
        foreach (var one in (int[])[1, 0, 0, 0, 1, 0, 0, 0, 1])
        {
            BinaryPrimitives.WriteInt32BigEndian(number, one << 16);
            lut.Write(number);
        }
        void Word(double value, Span<byte> buffer)
        {
            BinaryPrimitives.WriteUInt16BigEndian(buffer, (ushort)Math.Clamp(Math.Round(value), 0, 65535));
            lut.Write(buffer[..2]);
        }
        foreach (var entries in (int[])[2, 2]) Word(entries, number);
        for (var c = 0; c < 6; c++) Word(c % 2 * 65535, number);
        for (var i = 0; i < grid * grid * grid; i++)
        {
            double r = Math.Pow(i / (grid * grid) / (grid - 1.0), 2), g = Math.Pow(i / grid % grid / (grid - 1.0), 2), b = Math.Pow(i % grid / (grid - 1.0), 2);
            // sRGB's primaries adapted to D50 (CSS Color 4, sample code, rounded), then CIE Lab.
            double F(double t) => t > 216 / 24389.0 ? Math.Cbrt(t) : (24389 / 27.0 * t + 16) / 116;
            double x = F((0.4361 * r + 0.3851 * g + 0.1431 * b) / 0.9642), y = F(0.2225 * r + 0.7169 * g + 0.0606 * b), z = F((0.0139 * r + 0.0971 * g + 0.7141 * b) / 0.8249);
            Word((116 * y - 16) * 652.8, number);
            Word((500 * (x - y) + 128) * 256, number);
            Word((200 * (y - z) + 128) * 256, number);
        }
        for (var c = 0; c < 6; c++) Word(c % 2 * 65535, number);
        return Write("RGB ", [("wtpt", Xyz(D50)), .. tags.Select(t => (t, lut.ToArray()))], "scnr", "Lab ");
    }

    private static byte[] Rgb(double[] xy, double[] white, double gamma)
    {
        double[] Point(double x, double y) => [x / y, 1, (1 - x - y) / y];
        var primaries = new double[9];
        for (var c = 0; c < 3; c++)
        {
            var p = Point(xy[2 * c], xy[2 * c + 1]);
            for (var r = 0; r < 3; r++) primaries[3 * r + c] = p[r];
        }
        var w = Point(white[0], white[1]);
        var share = Solve(primaries, w);
        // Bradford: the cone responses of the white are scaled to those of D50.
        double[] from = Times(Bradford, w), to = Times(Bradford, D50);
        var tags = new List<(string, byte[])> { ("wtpt", Xyz(D50)) };
        for (var c = 0; c < 3; c++)
        {
            var cone = Times(Bradford, [primaries[c] * share[c], primaries[3 + c] * share[c], primaries[6 + c] * share[c]]);
            tags.Add(($"{"rgb"[c]}XYZ", Xyz(Solve(Bradford, [cone[0] * to[0] / from[0], cone[1] * to[1] / from[1], cone[2] * to[2] / from[2]]))));
            tags.Add(($"{"rgb"[c]}TRC", Curve(gamma)));
        }
        return Write("RGB ", tags);
    }

    private static byte[] Write(string space, List<(string Name, byte[] Data)> tags, string kind = "mntr", string connection = "XYZ ")
    {
        tags.Insert(0, ("desc", [.. "desc\0\0\0\0"u8, 0, 0, 0, 5, .. "test\0"u8, .. new byte[78]]));
        tags.Insert(1, ("cprt", [.. "text\0\0\0\0none\0"u8]));
        using var body = new MemoryStream();
        using var table = new MemoryStream();
        Span<byte> word = stackalloc byte[4];
        void Put(MemoryStream into, uint value, Span<byte> buffer)
        {
            BinaryPrimitives.WriteUInt32BigEndian(buffer, value);
            into.Write(buffer);
        }
        var start = 128 + 4 + 12 * tags.Count;
        Put(table, (uint)tags.Count, word);
        foreach (var (name, data) in tags)
        {
            table.Write(Encoding.ASCII.GetBytes(name));
            Put(table, (uint)(start + body.Length), word);
            Put(table, (uint)data.Length, word);
            body.Write(data);
            while (body.Length % 4 != 0) body.WriteByte(0);
        }
        var header = new byte[128];
        BinaryPrimitives.WriteUInt32BigEndian(header, (uint)(start + body.Length));
        header[8] = 2;
        header[9] = 0x40;
        Encoding.ASCII.GetBytes(kind + space + connection).CopyTo(header, 12);
        "acsp"u8.CopyTo(header.AsSpan(36));
        Xyz(D50)[8..].CopyTo(header, 68);
        return [.. header, .. table.ToArray(), .. body.ToArray()];
    }

    private static byte[] Xyz(double[] value)
    {
        var data = new byte[20];
        "XYZ "u8.CopyTo(data);
        for (var i = 0; i < 3; i++) BinaryPrimitives.WriteInt32BigEndian(data.AsSpan(8 + 4 * i), (int)Math.Round(value[i] * 65536));
        return data;
    }

    private static byte[] Curve(double gamma)
    {
        var data = new byte[14];
        "curv"u8.CopyTo(data);
        data[11] = 1;
        BinaryPrimitives.WriteUInt16BigEndian(data.AsSpan(12), (ushort)Math.Round(gamma * 256));
        return data;
    }

    private static double[] Times(double[] m, double[] v) => [.. Enumerable.Range(0, 3).Select(r => m[3 * r] * v[0] + m[3 * r + 1] * v[1] + m[3 * r + 2] * v[2])];

    /// <summary>Solves three equations by Cramer's rule.</summary>
    private static double[] Solve(double[] m, double[] v)
    {
        double Determinant(double[] n) => n[0] * (n[4] * n[8] - n[5] * n[7]) - n[1] * (n[3] * n[8] - n[5] * n[6]) + n[2] * (n[3] * n[7] - n[4] * n[6]);
        return [.. Enumerable.Range(0, 3).Select(c =>
        {
            var replaced = (double[])m.Clone();
            for (var r = 0; r < 3; r++) replaced[3 * r + c] = v[r];
            return Determinant(replaced) / Determinant(m);
        })];
    }
}
