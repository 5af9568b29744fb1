using System.Runtime.CompilerServices;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;
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

    /// <summary>OKLab lightness of the neutrals that the basis gives a row of colours.</summary>
    /// <inheritdoc cref="BaseLightness(GreyBasis, float, float, float, float)"/>
    internal static void BaseLightness(GreyBasis basis, LightRow light, ReadOnlySpan<float> okLightness, Span<float> lightness)
    {
        if (basis == GreyBasis.Luminance) LaneLoop.Over(new LuminanceKernel(light, lightness), lightness.Length);
        else
            for (var i = 0; i < lightness.Length; i++) lightness[i] = BaseLightness(basis, light.Red[i], light.Green[i], light.Blue[i], okLightness[i]);
    }

    /// <summary>Adds a lift to a lightness; held softly within 0 … 1, and 0 changes nothing.</summary>
    /// <remarks>With r the room left and d the lift: L + d·r / (r⁴ + d⁴)^¼, which grows with L and with d.</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static float Lift(float lightness, float lift) => GreyKernel.Lift(Lanes1.Of(lightness), Lanes1.Of(lift)).Value;

    private readonly ref struct LuminanceKernel(LightRow light, Span<float> lightness) : ILaneKernel
    {
        private readonly LightRow light = light;
        private readonly Span<float> lightness = lightness;

        public static bool InPairs => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
                lightness.Save(i, CubeRoot.Of(T.Max(T.Of(0), Luminance.Of(light.Red.Load<T>(i), light.Green.Load<T>(i), light.Blue.Load<T>(i)))));
        }
    }

    private static float OfEncoded(float encoded) => CubeRoot.Of(MathF.Max(0, (float)Srgb.Decode(encoded)));
}
