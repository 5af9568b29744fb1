using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Colour;

/// <summary>Relative luminance of linear light with sRGB primaries (ITU-R BT.709-6, item 3.2).</summary>
public static class Luminance
{
    public const float Red = 0.2126f;
    public const float Green = 0.7152f;
    public const float Blue = 0.0722f;

    public static float Of(float red, float green, float blue) => Red * red + Green * green + Blue * blue;

    /// <summary>The same in lanes; fused, so it may differ from the above in the last bit.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static T Of<T>(T red, T green, T blue) where T : struct, ILanes<T> =>
        LaneMath.WeightedSum(Red, red, Green, green, Blue, blue);
}
