using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>Weights each colour by whether its hue lies in an arc.</summary>
/// <remarks>1 within the arc, easing to 0 over the fade on either side (Hermite); times a step over chroma that rises
/// from 0 at half the lowest chroma to 1 at one and a half times it.</remarks>
internal sealed class HueArc(HuePart part)
{
    private readonly double middle = part.From + Width(part) / 2;
    private readonly double halfWidth = Width(part) / 2;

    /// <summary>The mask of a run of pixels.</summary>
    public void Row(ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> mask)
    {
        for (var i = 0; i < mask.Length; i++) mask[i] = At(a[i], b[i]);
    }

    public float At(float a, float b)
    {
        var chroma = OkLab.Chroma(a, b) * 100;
        var gate = part.MinChroma <= 0 ? 1 : Smooth((chroma - 0.5 * part.MinChroma) / part.MinChroma);
        if (gate <= 0) return 0;
        var apart = Math.Abs(Math.IEEERemainder(OkLab.Hue(a, b) - middle, 360)) - halfWidth;
        var inside = apart <= 0 ? 1 : part.Fade <= 0 ? 0 : 1 - Smooth(apart / part.Fade);
        return (float)(gate * inside);
    }

    /// <summary>Of the arc, upwards from its beginning to its end, degrees.</summary>
    private static double Width(HuePart part)
    {
        var width = part.To - part.From;
        return width < 0 ? width + 360 : width;
    }

    private static double Smooth(double t)
    {
        t = Math.Clamp(t, 0, 1);
        return t * t * (3 - 2 * t);
    }
}
