using System.Runtime.CompilerServices;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>Turns colours into greys: the lightness of a basis, lifted by hue and chroma.</summary>
/// <remarks>L' = limit(L + k · m(h) · w(C)): m the wheel's curve, w rising smoothly from 0 and about proportional to chroma,
/// the limit monotone and smooth into [0, 1]. Neutrals keep their grey whatever the spokes say.</remarks>
public static class GreyConversion
{
    /// <summary>Change of OKLab lightness for a lift of 100 and a chroma weight of 1.</summary>
    public const float Gain = 2.5f;

    /// <summary>Chroma below which the weight sets in smoothly.</summary>
    public const float Onset = 0.02f;

    /// <summary>How much of a lift a chroma gets.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static float Weight(float chroma) => chroma * chroma / (chroma + Onset);

    /// <summary>OKLab lightness of the neutral that the basis gives a colour.</summary>
    /// <param name="basis">Of the grey.</param>
    /// <param name="red">Linear light.</param>
    /// <param name="green">Linear light.</param>
    /// <param name="blue">Linear light.</param>
    /// <param name="okLightness">OKLab L of the same colour.</param>
    public static float BaseLightness(GreyBasis basis, float red, float green, float blue, float okLightness) => basis switch
    {
        GreyBasis.Luminance => CubeRoot.Of(MathF.Max(0, Luminance.Of(red, green, blue))),
        GreyBasis.Perceptual => MathF.Max(0, okLightness),
        GreyBasis.Lightness => OfEncoded((Srgb.Encode(MathF.Max(red, MathF.Max(green, blue))) + Srgb.Encode(MathF.Min(red, MathF.Min(green, blue)))) / 2),
        _ => OfEncoded((Srgb.Encode(red) + Srgb.Encode(green) + Srgb.Encode(blue)) / 3),
    };

    /// <summary>Adds a lift to a lightness; held softly within 0 … 1, and 0 changes nothing.</summary>
    /// <remarks>With r the room left and d the lift: L + d·r / (r⁴ + d⁴)^¼, which grows with L and with d.</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static float Lift(float lightness, float lift)
    {
        var room = lift > 0 ? MathF.Max(0, 1 - lightness) : lightness;
        var room2 = room * room;
        var lift2 = lift * lift;
        var norm = MathF.Sqrt(MathF.Sqrt(room2 * room2 + lift2 * lift2));
        return norm > 0 ? MathF.Max(0, lightness + lift * (room / norm)) : lightness;
    }

    private static float OfEncoded(float encoded) => CubeRoot.Of(MathF.Max(0, (float)Srgb.Decode(encoded)));
}
