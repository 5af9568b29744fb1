namespace Yarnwheel.Core.Colour;

/// <summary>The colour difference CIEDE2000 with all weights 1.</summary>
/// <remarks>CIE 142-2001; written after G. Sharma, W. Wu, E. Dalal, "The CIEDE2000 Color-Difference Formula: Implementation Notes", Color Research and Application 30, 2005.</remarks>
public static class Ciede2000
{
    /// <summary>Difference of two CIELAB colours; about 1 is just noticeable, 0 is equal.</summary>
    public static double Between((double L, double A, double B) one, (double L, double A, double B) other)
    {
        var chromaMean7 = Math.Pow((Math.Sqrt(one.A * one.A + one.B * one.B) + Math.Sqrt(other.A * other.A + other.B * other.B)) / 2, 7);
        var g = 0.5 * (1 - Math.Sqrt(chromaMean7 / (chromaMean7 + Math.Pow(25, 7))));
        double a1 = (1 + g) * one.A, a2 = (1 + g) * other.A;
        double c1 = Math.Sqrt(a1 * a1 + one.B * one.B), c2 = Math.Sqrt(a2 * a2 + other.B * other.B);
        double h1 = Hue(a1, one.B), h2 = Hue(a2, other.B);

        var deltaHue = c1 * c2 == 0 ? 0 : Turned(h2 - h1);
        double dl = other.L - one.L, dc = c2 - c1, dh = 2 * Math.Sqrt(c1 * c2) * Sine(deltaHue / 2);
        double l = (one.L + other.L) / 2, c = (c1 + c2) / 2;
        var h = h1 + h2;
        if (c1 * c2 != 0) h = Math.Abs(h1 - h2) <= 180 ? h / 2 : h < 360 ? (h + 360) / 2 : (h - 360) / 2;

        var t = 1 - 0.17 * Cosine(h - 30) + 0.24 * Cosine(2 * h) + 0.32 * Cosine(3 * h + 6) - 0.20 * Cosine(4 * h - 63);
        var c7 = Math.Pow(c, 7);
        var rotation = -Sine(60 * Math.Exp(-Math.Pow((h - 275) / 25, 2))) * 2 * Math.Sqrt(c7 / (c7 + Math.Pow(25, 7)));
        var fromMiddle = (l - 50) * (l - 50);
        double sl = dl / (1 + 0.015 * fromMiddle / Math.Sqrt(20 + fromMiddle)), sc = dc / (1 + 0.045 * c), sh = dh / (1 + 0.015 * c * t);
        return Math.Sqrt(sl * sl + sc * sc + sh * sh + rotation * sc * sh);
    }

    private static double Hue(double a, double b) => a == 0 && b == 0 ? 0 : (Math.Atan2(b, a) * 180 / Math.PI + 360) % 360;

    private static double Turned(double degrees) => degrees > 180 ? degrees - 360 : degrees < -180 ? degrees + 360 : degrees;

    private static double Sine(double degrees) => Math.Sin(degrees * Math.PI / 180);

    private static double Cosine(double degrees) => Math.Cos(degrees * Math.PI / 180);
}
