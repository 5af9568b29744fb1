using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>Tones greys: lightness stays, a hue comes in, most in the middle tones; black and white stay clean.</summary>
/// <remarks>In OKLab, with chroma 0.13 · amount · 4L(1 − L). With a second tint for the darks, both are mixed by lightness.</remarks>
internal sealed class Tint
{
    private const float Most = 0.13f;
    private readonly (float A, float B) lights;
    private readonly (float A, float B) darks;

    /// <param name="lights">For all tones, or for the lights where there is one for the darks.</param>
    /// <param name="darks">For the darks, or null.</param>
    public Tint(HueAmount? lights, HueAmount? darks)
    {
        this.lights = Direction(lights);
        this.darks = darks is null ? this.lights : Direction(darks);
    }

    /// <summary>The toned linear light of a row of greys.</summary>
    public void Row(ReadOnlySpan<float> grey, Span<float> red, Span<float> green, Span<float> blue)
    {
        for (var i = 0; i < grey.Length; i++)
        {
            var l = CubeRoot.Of(grey[i]);
            var room = MathF.Max(0, 4 * l * (1 - l));
            var share = Math.Clamp(l * 1.6f - 0.3f, 0, 1);
            share = share * share * (3 - 2 * share);
            var a = (darks.A + (lights.A - darks.A) * share) * room;
            var b = (darks.B + (lights.B - darks.B) * share) * room;
            var (r, g, bl) = OkLab.ToLinear(l, a, b);
            red[i] = MathF.Max(0, r);
            green[i] = MathF.Max(0, g);
            blue[i] = MathF.Max(0, bl);
        }
    }

    private static (float A, float B) Direction(HueAmount? tint)
    {
        if (tint is null) return (0, 0);
        var (sin, cos) = Math.SinCos(tint.Hue * Math.PI / 180);
        var chroma = Most * tint.Amount / 100;
        return ((float)(chroma * cos), (float)(chroma * sin));
    }
}
