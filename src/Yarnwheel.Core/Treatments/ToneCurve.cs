using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Black and white point, contrast, shadows and highlights as one monotone curve.</summary>
/// <remarks>The curve runs over the OKLab lightness L of the pixel's luminance; the three channels are scaled alike, so hues stay.
/// Points: straight lines with soft ends (exponential knees). Contrast: a normalised logistic, or a flatter line. Shadows and
/// highlights: L + 4a·L(1 − L)³ and L + 4a·L³(1 − L), with a so bounded that the slope stays above 0. Shapes are our own; common practice, no source.
/// A raised black point lays an even veil of light over all, as flare does.</remarks>
internal sealed class ToneCurve(Tones tones)
    : ColourOperation<ToneCurve.Change>(new Change(Ratios(tones), tones.BlackPoint > 0 ? (float)Math.Pow(0.25 * tones.BlackPoint / 100, 3) : 0))
{
    private const int Steps = 2048;
    private const double End = 1.5;
    private const double Knee = 0.06;

    private static float[] Ratios(Tones tones)
    {
        var ratios = new float[Steps + 1];
        for (var i = 1; i <= Steps; i++)
        {
            var l = End * i / Steps;
            ratios[i] = (float)Math.Pow(Curve(tones, l) / l, 3);
        }
        ratios[0] = ratios[1];
        return ratios;
    }

    internal readonly struct Change(float[] ratios, float veil) : IColourChange
    {
        public (T Red, T Green, T Blue) Of<T>(T red, T green, T blue) where T : struct, ILanes<T>
        {
            var l = CubeRoot.Of(T.Max(T.Of(0), Luminance.Of(red, green, blue)));
            var ratio = LaneMath.Interpolate(ratios, T.Min(l * T.Of((float)(Steps / End)), T.Of(Steps)), Steps - 1) * T.Of(1 - veil);
            return (T.Of(veil) + red * ratio, T.Of(veil) + green * ratio, T.Of(veil) + blue * ratio);
        }
    }

    /// <summary>Whether any of its five fields asks for something.</summary>
    public static bool IsAsked(Tones tones)
    {
        ArgumentNullException.ThrowIfNull(tones);
        return tones is not { Contrast: 0, Shadows: 0, Highlights: 0, BlackPoint: 0, WhitePoint: 0 };
    }

    private static double Curve(Tones tones, double l)
    {
        if (tones.BlackPoint < 0)
        {
            var black = -0.25 * tones.BlackPoint / 100;
            l = Toe((l - black) / (1 - black));
        }
        if (tones.WhitePoint > 0) l = Shoulder(l / (1 - 0.25 * tones.WhitePoint / 100));
        else if (tones.WhitePoint < 0) l *= 1 + 0.25 * tones.WhitePoint / 100;
        if (tones.Contrast != 0) l = Contrast(l, tones.Contrast / 100);
        l = Bump(l, tones.Shadows / 100, 1, 3, rising: 0.45, falling: 0.22);
        return Bump(l, tones.Highlights / 100, 3, 1, rising: 0.22, falling: 0.45);
    }

    /// <summary>Bends a line before it reaches 0, so that nothing is cut off.</summary>
    private static double Toe(double x) => x >= Knee ? x : Knee * Math.Exp((x - Knee) / Knee);

    /// <summary>Bends a line before it reaches 1.</summary>
    private static double Shoulder(double x) => 1 - Toe(1 - x);

    private static double Contrast(double l, double amount)
    {
        if (l >= 1) return l;
        // Less contrast is the inverse of the logistic, so that + and − of one amount undo each other.
        var gain = 6 * Math.Abs(amount);
        var low = 1 / (1 + Math.Exp(gain / 2));
        if (amount > 0) return (1 / (1 + Math.Exp(-gain * (l - 0.5))) - low) / (1 - 2 * low);
        var p = low + l * (1 - 2 * low);
        return 0.5 + Math.Log(p / (1 - p)) / gain;
    }

    private static double Bump(double l, double amount, int power, int counterPower, double rising, double falling)
    {
        if (amount == 0 || l >= 1) return l;
        var a = amount > 0 ? rising * amount : falling * amount;
        return l + 4 * a * Math.Pow(l, power) * Math.Pow(1 - l, counterPower);
    }
}
