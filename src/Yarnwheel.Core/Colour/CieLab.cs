namespace Yarnwheel.Core.Colour;

/// <summary>CIE 1976 L*a*b* for the white of sRGB (D65).</summary>
/// <remarks>CIE 15:2004, 8.2.1; XYZ of linear sRGB by the matrix of IEC 61966-2-1.</remarks>
public static class CieLab
{
    private const double WhiteX = 0.95047;
    private const double WhiteZ = 1.08883;

    /// <summary>L* 0 … 100, a*, b* of linear light with sRGB primaries.</summary>
    public static (float L, float A, float B) FromLinear(float red, float green, float blue)
    {
        var x = Curve((0.4124564 * red + 0.3575761 * green + 0.1804375 * blue) / WhiteX);
        var y = Curve(0.2126729 * red + 0.7151522 * green + 0.0721750 * blue);
        var z = Curve((0.0193339 * red + 0.1191920 * green + 0.9503041 * blue) / WhiteZ);
        return ((float)(116 * y - 16), (float)(500 * (x - y)), (float)(200 * (y - z)));
    }

    /// <summary>L* of a neutral of which the OKLab lightness is known (its cube is the luminance).</summary>
    public static float LightnessOf(float okLightness) =>
        okLightness > 6f / 29 ? 116 * okLightness - 16 : 24389f / 27 * okLightness * okLightness * okLightness;

    private static double Curve(double t) => t > 216.0 / 24389 ? Math.Cbrt(t) : (24389.0 / 27 * t + 16) / 116;
}
