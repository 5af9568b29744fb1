using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>Black-and-white film behind a coloured glass, approximately, as a mix.</summary>
/// <remarks>A glass is reduced to what it lets through of red, green and blue light (yellow cuts on near 480 nm, orange near 540 nm,
/// red near 600 nm, green passes about 500 to 570 nm; values from memory). The exposure is corrected as a photographer does, so that
/// neutrals stay; each spoke's lift is what the glass does to a middling colour of its hue.</remarks>
internal static class TakingFilter
{
    private const double MiddleLightness = 0.62;
    private const double MiddleChroma = 0.12;

    public static StartingMix Mix(string key, string name, double red, double green, double blue)
    {
        var neutral = Luminance.Red * red + Luminance.Green * green + Luminance.Blue * blue;
        var spokes = Enumerable.Range(0, 12).Select(k =>
        {
            var hue = k * 30;
            var (r, g, b) = OkLab.ToLinear((float)MiddleLightness, (float)(MiddleChroma * Math.Cos(hue * Math.PI / 180)), (float)(MiddleChroma * Math.Sin(hue * Math.PI / 180)));
            var through = Math.Max(0, (Luminance.Red * red * r + Luminance.Green * green * g + Luminance.Blue * blue * b) / neutral);
            var change = Math.Cbrt(through) - Math.Cbrt(Luminance.Of(r, g, b));
            var lift = change / (GreyConversion.Gain * GreyConversion.Weight((float)MiddleChroma));
            return new Spoke { Hue = hue, Lift = Math.Round(Math.Clamp(100 * lift, -100, 100)) };
        }).ToList();
        return new StartingMix(key, name, $"As on film behind {(name[0] == 'o' ? "an" : "a")} {name}, approximately.", spokes);
    }
}
