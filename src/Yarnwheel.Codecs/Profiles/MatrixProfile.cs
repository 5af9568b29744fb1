using System.Buffers.Binary;
using Yarnwheel.Core.Colour;

namespace Yarnwheel.Codecs.Profiles;

/// <summary>A profile of three primaries and curves, computed exactly: the colour library's 16-bit connection space costs the darkest tones.</summary>
/// <remarks>ICC.1:2022, 8.3.3 (three-component matrix-based) and annex F.3. The connection space is D50; sRGB's own primaries adapted to it
/// (Bradford, CSS Color 4, section 18, sample code) lead to linear light of sRGB.</remarks>
internal sealed class MatrixProfile
{
    private const float Rounding = 5e-4f;

    // XYZ of D50 to XYZ of D65 (Bradford), then to linear sRGB: the matrices of CSS Color 4.
    private static readonly double[] D50ToD65 =
    [
        0.955473421488075, -0.02309845494876471, 0.06325924320057072,
        -0.0283697093338637, 1.0099953980813041, 0.021041441191917323,
        0.012314014864481998, -0.020507649298898964, 1.330365926242124,
    ];

    private static readonly double[] D65ToSrgb =
    [
        12831.0 / 3959, -329.0 / 214, -1974.0 / 3959,
        -851781.0 / 878810, 1648619.0 / 878810, 36519.0 / 878810,
        705.0 / 12673, -2585.0 / 12673, 705.0 / 667,
    ];

    private readonly TransferCurve[] curves;
    private readonly float[] toSrgb;
    private readonly float[] toDevice;
    private readonly Gamut gamut;

    private MatrixProfile(TransferCurve[] curves, double[] toSrgb, double[] toDevice)
    {
        this.curves = curves;
        this.toSrgb = [.. toSrgb.Select(v => (float)v)];
        this.toDevice = [.. toDevice.Select(v => (float)v)];
        gamut = new Gamut(this.toDevice);
    }

    /// <summary>Reads a profile; null where it is not one of RGB primaries and curves, or malformed.</summary>
    public static MatrixProfile? Read(ReadOnlySpan<byte> profile)
    {
        if (profile.Length < 132 || !profile.Slice(16, 8).SequenceEqual("RGB XYZ "u8)) return null;
        // A table wins over the matrix where a profile has both.
        if (!Tag(profile, "A2B0"u8).IsEmpty || !Tag(profile, "A2B1"u8).IsEmpty) return null;
        var columns = new[] { Point(Tag(profile, "rXYZ"u8)), Point(Tag(profile, "gXYZ"u8)), Point(Tag(profile, "bXYZ"u8)) };
        var curves = new[] { TransferCurve.Read(Tag(profile, "rTRC"u8)), TransferCurve.Read(Tag(profile, "gTRC"u8)), TransferCurve.Read(Tag(profile, "bTRC"u8)) };
        if (columns.Any(c => c is null) || curves.Any(c => c is null)) return null;
        double[] toXyz = [.. Enumerable.Range(0, 9).Select(i => columns[i % 3]![i / 3])];
        var toSrgb = Matrix3.Times(D65ToSrgb, Matrix3.Times(D50ToD65, toXyz, 3), 3);
        // Device white is the connection space's white; what is far off is no display or working space.
        for (var row = 0; row < 3; row++)
            if (Math.Abs(toSrgb[3 * row] + toSrgb[3 * row + 1] + toSrgb[3 * row + 2] - 1) > 0.02) return null;
        return Matrix3.Inverse(toSrgb) is { } inverse ? new MatrixProfile(curves!, toSrgb, inverse) : null;
    }

    /// <summary>Linear light of every device value of so many bits, by channel.</summary>
    public float[][] Tables(int bits) => [.. curves.Select(c => c.Table(bits))];

    /// <summary>Linear light of sRGB primaries from linear device light.</summary>
    public (float Red, float Green, float Blue) ToSrgb(float red, float green, float blue) => Times(toSrgb, red, green, blue);

    /// <summary>Linear device light from linear light of sRGB primaries; what lies outside the device's gamut is drawn in, hue kept.</summary>
    public (float Red, float Green, float Blue) ToDevice(float red, float green, float blue)
    {
        var (r, g, b) = Times(toDevice, red, green, blue);
        // Profiles have their primaries rounded; by so much sRGB's own edge may lie outside a gamut that holds it.
        if (Math.Min(r, Math.Min(g, b)) >= -Rounding && Math.Max(r, Math.Max(g, b)) <= 1 + Rounding) (r, g, b) = (Math.Clamp(r, 0, 1), Math.Clamp(g, 0, 1), Math.Clamp(b, 0, 1));
        else (r, g, b) = gamut.Fit(red, green, blue);
        // What a float's 24 bits leave over beside a bright channel is nothing.
        var nothing = 3e-7f * Math.Max(r, Math.Max(g, b));
        return (r < nothing ? 0 : r, g < nothing ? 0 : g, b < nothing ? 0 : b);
    }

    private static (float, float, float) Times(float[] m, float a, float b, float c) =>
        (m[0] * a + m[1] * b + m[2] * c, m[3] * a + m[4] * b + m[5] * c, m[6] * a + m[7] * b + m[8] * c);

    private static double[]? Point(ReadOnlySpan<byte> tag)
    {
        if (tag.Length < 20 || !tag[..4].SequenceEqual("XYZ "u8)) return null;
        var point = new double[3];
        for (var i = 0; i < 3; i++) point[i] = BinaryPrimitives.ReadInt32BigEndian(tag[(8 + 4 * i)..]) / 65536.0;
        return point;
    }

    /// <summary>A tag's data; empty where there is none within the profile.</summary>
    private static ReadOnlySpan<byte> Tag(ReadOnlySpan<byte> profile, ReadOnlySpan<byte> name)
    {
        var count = Math.Min(BinaryPrimitives.ReadUInt32BigEndian(profile[128..]), 200);
        for (var i = 0; i < count; i++)
        {
            var at = 132 + 12 * i;
            if (at + 12 > profile.Length) break;
            if (!profile.Slice(at, 4).SequenceEqual(name)) continue;
            var offset = BinaryPrimitives.ReadUInt32BigEndian(profile[(at + 4)..]);
            var length = BinaryPrimitives.ReadUInt32BigEndian(profile[(at + 8)..]);
            return offset + (long)length <= profile.Length ? profile.Slice((int)offset, (int)length) : [];
        }
        return [];
    }
}
