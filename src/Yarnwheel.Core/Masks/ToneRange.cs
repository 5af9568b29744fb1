using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>Turns tones into a mask: a range with two fades (Hermite), or a free curve.</summary>
/// <remarks>A tone is the encoded sRGB value of the grey, 0 … 100, as histograms show it. The free curve is the shape-preserving
/// cubic of Fritsch and Butland (1984), so it never leaves the range of its points.</remarks>
internal sealed class ToneRange
{
    private const int Steps = 4096;
    private readonly float[] byLightness = new float[Steps + 1];

    public ToneRange(LightPart part)
    {
        var mask = MaskOf(part);
        for (var i = 0; i <= Steps; i++)
        {
            var lightness = i / (double)Steps;
            var tone = 100 * Srgb.Encode(lightness * lightness * lightness);
            byLightness[i] = (float)mask(tone);
        }
    }

    /// <summary>The mask of a run of greys.</summary>
    /// <param name="lightness">Cube root of their linear light.</param>
    /// <param name="mask">0 … 1.</param>
    public void Row(ReadOnlySpan<float> lightness, Span<float> mask)
    {
        for (var i = 0; i < mask.Length; i++)
        {
            var at = Math.Clamp(lightness[i], 0, 1) * Steps;
            var index = Math.Min((int)at, Steps - 1);
            mask[i] = byLightness[index] + (byLightness[index + 1] - byLightness[index]) * (at - index);
        }
    }

    /// <summary>The tone, 0 … 100, of a grey given as the cube root of its linear light.</summary>
    public static double ToneOf(float lightness) => 100 * Srgb.Encode(Math.Pow(Math.Clamp(lightness, 0, 1), 3));

    /// <summary>The mask, 0 … 1, at evenly spaced tones from black to white.</summary>
    public static double[] Sampled(LightPart part, int count)
    {
        var mask = MaskOf(part);
        return Enumerable.Range(0, count).Select(i => 100.0 * i / (count - 1)).Select(tone => Math.Round(mask(tone), 4)).ToArray();
    }

    /// <summary>The mask of one tone, 0 … 100, by the range and its fades.</summary>
    public static double Share(LightPart part, double tone)
    {
        var low = Math.Min(part.From, part.To);
        var high = Math.Max(part.From, part.To);
        return Math.Min(Ease(tone - low, part.FadeFrom), Ease(high - tone, part.FadeTo));
    }

    /// <summary>What gives the mask of a tone: the free curve where there is one, else the range.</summary>
    private static Func<double, double> MaskOf(LightPart part) =>
        part.Curve is { Length: > 0 } points ? new ToneMaskCurve(points).At : tone => Share(part, tone);

    /// <summary>1 within, easing to 0 over the fade outside.</summary>
    private static double Ease(double within, double fade)
    {
        if (within >= 0) return 1;
        if (within <= -fade) return 0;
        var t = 1 + within / fade;
        return t * t * (3 - 2 * t);
    }
}
