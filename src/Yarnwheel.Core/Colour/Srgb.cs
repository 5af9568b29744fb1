using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace Yarnwheel.Core.Colour;

/// <summary>The sRGB transfer function, between encoded values and linear light.</summary>
/// <remarks>IEC 61966-2-1:1999, extended to values below 0 and above 1 as CSS Color 4 and scRGB (IEC 61966-2-2) do: odd about zero.</remarks>
public static class Srgb
{
    private static readonly float[] FromByte = BuildFromByte();

    /// <summary>Linear light of an encoded value; 0 … 1 maps onto 0 … 1, outside it goes on.</summary>
    public static double Decode(double encoded)
    {
        var v = Math.Abs(encoded);
        var linear = v <= 0.04045 ? v / 12.92 : Math.Pow((v + 0.055) / 1.055, 2.4);
        return Math.CopySign(linear, encoded);
    }

    /// <summary>Linear light of an 8-bit value.</summary>
    public static float Decode(byte encoded) => FromByte[encoded];

    /// <summary>Linear light of a row of 8-bit values.</summary>
    /// <param name="rgb">Interleaved, three for each pixel.</param>
    /// <param name="red">Receives as many as there are pixels.</param>
    /// <param name="green">As long.</param>
    /// <param name="blue">As long.</param>
    internal static void Decode(ReadOnlySpan<byte> rgb, Span<float> red, Span<float> green, Span<float> blue)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(rgb.Length, 3 * red.Length);
        ArgumentOutOfRangeException.ThrowIfNotEqual(green.Length, red.Length);
        ArgumentOutOfRangeException.ThrowIfNotEqual(blue.Length, red.Length);
        // Every row of a photo comes through here: to ask at each value whether it is within the table and the row took longer than to look it up.
        ref var table = ref MemoryMarshal.GetArrayDataReference(FromByte);
        ref var from = ref MemoryMarshal.GetReference(rgb);
        ref var r = ref MemoryMarshal.GetReference(red);
        ref var g = ref MemoryMarshal.GetReference(green);
        ref var b = ref MemoryMarshal.GetReference(blue);
        for (nint i = 0, at = 0; i < red.Length; i++, at += 3)
        {
            Unsafe.Add(ref r, i) = Unsafe.Add(ref table, (nint)Unsafe.Add(ref from, at));
            Unsafe.Add(ref g, i) = Unsafe.Add(ref table, (nint)Unsafe.Add(ref from, at + 1));
            Unsafe.Add(ref b, i) = Unsafe.Add(ref table, (nint)Unsafe.Add(ref from, at + 2));
        }
    }

    /// <summary>Encoded value of linear light; 0 … 1 maps onto 0 … 1, outside it goes on.</summary>
    public static float Encode(float linear) => (float)Encode((double)linear);

    /// <inheritdoc cref="Encode(float)"/>
    public static double Encode(double linear)
    {
        var v = Math.Abs(linear);
        var encoded = v <= 0.0031308 ? v * 12.92 : 1.055 * Math.Pow(v, 1 / 2.4) - 0.055;
        return Math.CopySign(encoded, linear);
    }

    private static float[] BuildFromByte()
    {
        var table = new float[256];
        for (var i = 0; i < 256; i++) table[i] = (float)Decode(i / 255.0);
        return table;
    }
}
