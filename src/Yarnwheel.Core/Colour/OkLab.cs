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
        var (l, a, b) = LaneColour.ToLab(Lanes1.Of(red), Lanes1.Of(green), Lanes1.Of(blue));
        return (l.Value, a.Value, b.Value);
    }

    /// <summary>OKLab of a row of linear light.</summary>
    internal static void FromLinear(LightRow light, Span<float> lightness, Span<float> a, Span<float> b) =>
        LaneLoop.Over(new ToLab(light, lightness, a, b), lightness.Length);

    /// <summary>Linear light with sRGB primaries of an OKLab colour; may lie outside 0 … 1.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (float Red, float Green, float Blue) ToLinear(float lightness, float a, float b)
    {
        var (red, green, blue) = LaneColour.ToLight(Lanes1.Of(lightness), Lanes1.Of(a), Lanes1.Of(b));
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

    private readonly ref struct ToLab(LightRow light, Span<float> lightness, Span<float> a, Span<float> b) : ILaneKernel
    {
        private readonly LightRow light = light;
        private readonly Span<float> lightness = lightness;
        private readonly Span<float> a = a;
        private readonly Span<float> b = b;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var lab = LaneColour.ToLab(light.Red.Load<T>(i), light.Green.Load<T>(i), light.Blue.Load<T>(i));
                lightness.Save(i, lab.L);
                a.Save(i, lab.A);
                b.Save(i, lab.B);
            }
        }
    }
}
