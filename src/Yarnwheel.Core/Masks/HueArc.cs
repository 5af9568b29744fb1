using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>Weights each colour by whether its hue lies in an arc.</summary>
/// <remarks>1 within the arc, easing to 0 over the fade on either side (Hermite); times a step over chroma that rises
/// from 0 at half the lowest chroma to 1 at one and a half times it.</remarks>
internal sealed class HueArc(HuePart part)
{
    private readonly float middle = (float)((part.From + Width(part) / 2) % 360);
    private readonly float halfWidth = (float)(Width(part) / 2);
    private readonly float fade = (float)part.Fade;
    private readonly float least = (float)(part.MinChroma / 100);

    /// <summary>The mask of a run of pixels.</summary>
    /// <param name="turn">Their hues in turns, 0 … 1.</param>
    /// <param name="a">OKLab a.</param>
    /// <param name="b">OKLab b.</param>
    /// <param name="mask">0 … 1.</param>
    public void Row(ReadOnlySpan<float> turn, ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> mask)
    {
        for (var i = 0; i < mask.Length; i++) mask[i] = At(360 * turn[i], OkLab.Chroma(a[i], b[i]));
    }

    /// <summary>The mask of one colour.</summary>
    /// <param name="hue">Degrees.</param>
    /// <param name="chroma">OKLab chroma.</param>
    public float At(float hue, float chroma)
    {
        var gate = least <= 0 ? 1 : Smooth((chroma - 0.5f * least) / least);
        if (gate <= 0) return 0;
        var apart = MathF.Abs(hue - middle);
        apart = MathF.Min(apart, 360 - apart) - halfWidth;
        if (apart <= 0) return gate;
        return apart >= fade ? 0 : gate * (1 - Smooth(apart / fade));
    }

    /// <summary>Of the arc, upwards from its beginning to its end, degrees.</summary>
    private static double Width(HuePart part)
    {
        var width = part.To - part.From;
        return width < 0 ? width + 360 : width;
    }

    private static float Smooth(float t)
    {
        t = Math.Clamp(t, 0, 1);
        return t * t * (3 - 2 * t);
    }
}
