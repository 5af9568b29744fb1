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
