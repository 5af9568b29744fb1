using System.Runtime.CompilerServices;

namespace Yarnwheel.Core.Colour;

/// <summary>OKLab, a perceptual colour space: L lightness 0 … 1, a green–red, b blue–yellow.</summary>
/// <remarks>B. Ottosson, "A perceptual color space for image processing", 2020, matrices as published (revision of 2021-01-25).</remarks>
public static class OkLab
{
    /// <summary>OKLab of linear light with sRGB primaries; unbounded in and out.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (float L, float A, float B) FromLinear(float red, float green, float blue)
    {
        var l = CubeRoot.Of(0.4122214708f * red + 0.5363325363f * green + 0.0514459929f * blue);
        var m = CubeRoot.Of(0.2119034982f * red + 0.6806995451f * green + 0.1073969566f * blue);
        var s = CubeRoot.Of(0.0883024619f * red + 0.2817188376f * green + 0.6299787005f * blue);
        return (
            0.2104542553f * l + 0.7936177850f * m - 0.0040720468f * s,
            1.9779984951f * l - 2.4285922050f * m + 0.4505937099f * s,
            0.0259040371f * l + 0.7827717662f * m - 0.8086757660f * s);
    }

    /// <summary>Linear light with sRGB primaries of an OKLab colour; may lie outside 0 … 1.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (float Red, float Green, float Blue) ToLinear(float lightness, float a, float b)
    {
        var l = lightness + 0.3963377774f * a + 0.2158037573f * b;
        var m = lightness - 0.1055613458f * a - 0.0638541728f * b;
        var s = lightness - 0.0894841775f * a - 1.2914855480f * b;
        l = l * l * l;
        m = m * m * m;
        s = s * s * s;
        return (
            4.0767416621f * l - 3.3077115913f * m + 0.2309699292f * s,
            -1.2684380046f * l + 2.6097574011f * m - 0.3413193965f * s,
            -0.0041960863f * l - 0.7034186147f * m + 1.7076147010f * s);
    }

    /// <summary>Hue in degrees, 0 ≤ h &lt; 360, of an a, b pair; 0 for a neutral.</summary>
    public static double Hue(double a, double b)
    {
        var degrees = Math.Atan2(b, a) * (180 / Math.PI);
        return degrees < 0 ? degrees + 360 : degrees;
    }

    /// <summary>Distance from the neutral axis; the strongest sRGB colours reach about 0.32.</summary>
    public static float Chroma(float a, float b) => MathF.Sqrt(a * a + b * b);
}
