using System.Runtime.CompilerServices;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Colour;

/// <summary>OKLab, a perceptual colour space: L lightness 0 … 1, a green–red, b blue–yellow.</summary>
/// <remarks>B. Ottosson, "A perceptual color space for image processing", 2020, matrices as published (revision of 2021-01-25).</remarks>
public static class OkLab
{
    /// <summary>OKLab of linear light with sRGB primaries; unbounded in and out.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (float L, float A, float B) FromLinear(float red, float green, float blue)
    {
        var (l, a, b) = FromLinear(Lanes1.Of(red), Lanes1.Of(green), Lanes1.Of(blue));
        return (l.Value, a.Value, b.Value);
    }

    /// <summary>OKLab of a row of linear light.</summary>
    internal static void FromLinear(LightRow light, Span<float> lightness, Span<float> a, Span<float> b) =>
        LaneLoop.Over(new ToLab(light, lightness, a, b), lightness.Length);

    /// <summary>Linear light with sRGB primaries of an OKLab colour; may lie outside 0 … 1.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (float Red, float Green, float Blue) ToLinear(float lightness, float a, float b)
    {
        var (red, green, blue) = ToLinear(Lanes1.Of(lightness), Lanes1.Of(a), Lanes1.Of(b));
        return (red.Value, green.Value, blue.Value);
    }

    /// <summary>Hue in degrees, 0 ≤ h &lt; 360, of an a, b pair; 0 for a neutral.</summary>
    public static double Hue(double a, double b)
    {
        var degrees = Math.Atan2(b, a) * (180 / Math.PI);
        return degrees < 0 ? degrees + 360 : degrees;
    }

    /// <summary>Distance from the neutral axis; the strongest sRGB colours reach about 0.32.</summary>
    public static float Chroma(float a, float b) => MathF.Sqrt(a * a + b * b);

    /// <summary>OKLab of linear light with sRGB primaries, in lanes.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static (T L, T A, T B) FromLinear<T>(T red, T green, T blue) where T : struct, ILanes<T>
    {
        var l = CubeRoot.Of(LaneMath.WeightedSum(0.4122214708f, red, 0.5363325363f, green, 0.0514459929f, blue));
        var m = CubeRoot.Of(LaneMath.WeightedSum(0.2119034982f, red, 0.6806995451f, green, 0.1073969566f, blue));
        var s = CubeRoot.Of(LaneMath.WeightedSum(0.0883024619f, red, 0.2817188376f, green, 0.6299787005f, blue));
        return (
            LaneMath.WeightedSum(0.2104542553f, l, 0.7936177850f, m, -0.0040720468f, s),
            LaneMath.WeightedSum(1.9779984951f, l, -2.4285922050f, m, 0.4505937099f, s),
            LaneMath.WeightedSum(0.0259040371f, l, 0.7827717662f, m, -0.8086757660f, s));
    }

    /// <summary>Linear light with sRGB primaries of OKLab, in lanes.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static (T Red, T Green, T Blue) ToLinear<T>(T lightness, T a, T b) where T : struct, ILanes<T>
    {
        var l = T.MulAdd(T.Of(0.3963377774f), a, T.MulAdd(T.Of(0.2158037573f), b, lightness));
        var m = T.MulAdd(T.Of(-0.1055613458f), a, T.MulAdd(T.Of(-0.0638541728f), b, lightness));
        var s = T.MulAdd(T.Of(-0.0894841775f), a, T.MulAdd(T.Of(-1.2914855480f), b, lightness));
        l = l * l * l;
        m = m * m * m;
        s = s * s * s;
        return (
            LaneMath.WeightedSum(4.0767416621f, l, -3.3077115913f, m, 0.2309699292f, s),
            LaneMath.WeightedSum(-1.2684380046f, l, 2.6097574011f, m, -0.3413193965f, s),
            LaneMath.WeightedSum(-0.0041960863f, l, -0.7034186147f, m, 1.7076147010f, s));
    }

    /// <summary>Distance from the neutral axis, in lanes.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static T Chroma<T>(T a, T b) where T : struct, ILanes<T> => T.Root(T.MulAdd(a, a, b * b));

    /// <summary>Hue of an a, b pair in turns, 0 … 1.</summary>
    /// <remarks>The arc tangent of Abramowitz, Stegun, Handbook of Mathematical Functions, 4.4.49: within 10⁻⁵ radians, 0.0006°.</remarks>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static T Turn<T>(T a, T b) where T : struct, ILanes<T>
    {
        var zero = T.Of(0);
        var across = T.Max(a, zero - a);
        var up = T.Max(b, zero - b);
        var x = T.Min(across, up) / T.Max(T.Max(across, up), T.Of(1e-30f));
        var x2 = x * x;
        var angle = x * T.MulAdd(x2, T.MulAdd(x2, T.MulAdd(x2, T.MulAdd(x2, T.Of(0.0208351f), T.Of(-0.0851330f)), T.Of(0.1801410f)), T.Of(-0.3302995f)), T.Of(0.9998660f));
        var turn = angle * T.Of(1 / (2 * MathF.PI));
        turn = T.WhereAbove(up, across, T.Of(0.25f) - turn, turn);
        turn = T.WhereAbove(zero, a, T.Of(0.5f) - turn, turn);
        return T.WhereAbove(zero, b, T.Of(1) - turn, turn);
    }

    private readonly ref struct ToLab(LightRow light, Span<float> lightness, Span<float> a, Span<float> b) : ILaneKernel
    {
        private readonly LightRow light = light;
        private readonly Span<float> lightness = lightness;
        private readonly Span<float> a = a;
        private readonly Span<float> b = b;

        public static bool InPairs => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var lab = FromLinear(light.Red.Load<T>(i), light.Green.Load<T>(i), light.Blue.Load<T>(i));
                lightness.Save(i, lab.L);
                a.Save(i, lab.A);
                b.Save(i, lab.B);
            }
        }
    }
}
