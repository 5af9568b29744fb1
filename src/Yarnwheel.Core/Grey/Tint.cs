using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;
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
    public void Row(ReadOnlySpan<float> grey, Span<float> red, Span<float> green, Span<float> blue) =>
        LaneLoop.Over(new Kernel(grey, new LightRow(red, green, blue), lights, darks), grey.Length);

    private static (float A, float B) Direction(HueAmount? tint)
    {
        if (tint is null) return (0, 0);
        var (sin, cos) = Math.SinCos(tint.Hue * Math.PI / 180);
        var chroma = Most * tint.Amount / 100;
        return ((float)(chroma * cos), (float)(chroma * sin));
    }

    private readonly ref struct Kernel(ReadOnlySpan<float> grey, LightRow light, (float A, float B) lights, (float A, float B) darks) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> grey = grey;
        private readonly LightRow light = light;
        private readonly (float A, float B) lights = lights;
        private readonly (float A, float B) darks = darks;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            T zero = T.Of(0), one = T.Of(1);
            for (var i = from; i < to; i += T.Count)
            {
                var l = CubeRoot.Of(grey.Load<T>(i));
                var room = T.Max(zero, T.Of(4) * l * (one - l));
                var share = LaneMath.Clamp(l * T.Of(1.6f) - T.Of(0.3f), zero, one);
                share = share * share * (T.Of(3) - T.Of(2) * share);
                var a = (T.Of(darks.A) + T.Of(lights.A - darks.A) * share) * room;
                var b = (T.Of(darks.B) + T.Of(lights.B - darks.B) * share) * room;
                var (red, green, blue) = OkLab.ToLinear(l, a, b);
                // Some hues leave the gamut here; the last step brings them in with their hue.
                light.Red.Save(i, red);
                light.Green.Save(i, green);
                light.Blue.Save(i, blue);
            }
        }
    }
}
