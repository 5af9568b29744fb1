namespace Yarnwheel.Core.Colour;

/// <summary>The plain English name of a colour, for naming areas after what was picked.</summary>
/// <remarks>Bounds in OKLCh set by eye on the sRGB gamut; common practice, no source.</remarks>
public static class HueName
{
    private static readonly (double To, string Name)[] Hues =
    [
        (12, "Pink"), (38, "Red"), (62, "Orange"), (84, "Ochre"), (112, "Yellow"), (128, "Lime"), (160, "Green"),
        (205, "Teal"), (238, "Sky blue"), (275, "Blue"), (305, "Violet"), (335, "Purple"), (360, "Pink"),
    ];

    /// <param name="lightness">OKLab L, 0 … 1.</param>
    /// <param name="a">OKLab a.</param>
    /// <param name="b">OKLab b.</param>
    public static string Of(double lightness, double a, double b)
    {
        var chroma = Math.Sqrt(a * a + b * b);
        if (chroma < 0.025) return lightness < 0.3 ? "Black" : lightness > 0.9 ? "White" : "Grey";
        var hue = OkLab.Hue(a, b);
        if (hue is > 35 and < 95 && lightness < 0.5) return "Brown";
        return Hues.First(h => hue <= h.To).Name;
    }
}
