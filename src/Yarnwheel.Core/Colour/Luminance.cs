namespace Yarnwheel.Core.Colour;

/// <summary>Relative luminance of linear light with sRGB primaries (ITU-R BT.709-6, item 3.2).</summary>
public static class Luminance
{
    public const float Red = 0.2126f;
    public const float Green = 0.7152f;
    public const float Blue = 0.0722f;

    public static float Of(float red, float green, float blue) => Red * red + Green * green + Blue * blue;
}
