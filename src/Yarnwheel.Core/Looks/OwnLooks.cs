using System.Collections.Immutable;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Looks;

/// <summary>A look that comes with the application.</summary>
/// <param name="Key">In addresses.</param>
/// <param name="Look">The look.</param>
public sealed record OwnLook(string Key, Look Look);

/// <summary>The looks that come with the application.</summary>
public static class OwnLooks
{
    /// <summary>In the order they are shown: those that keep a colour, those that keep a thing, those of greys alone.</summary>
    public static IReadOnlyList<OwnLook> All { get; } =
    [
        Of("madder-root", "Madder root", "Reds stay, all else goes into calm greys; the reds’ own surroundings a little darker.",
            grey: Mix((30, -10), (80, 20), (140, 15), (210, -15), (265, -25), (330, -5)), areas: [Hues("Reds", 2, 48, 14)], finish: Corners(-22)),
        Of("weld-noon", "Weld noon", "Yellows stay, over light and slightly warm greys.",
            light: new Light { Exposure = 0.15, Shadows = 18 }, grey: Mix((30, -12), (70, 12), (105, 30), (150, 8), (250, -20), (320, -8)),
            ground: Toned(82, 10, 60, 8), areas: [Hues("Yellows", 72, 118, 14)]),
        Of("woad-morning", "Woad morning", "Blues stay, over cool, open greys.",
            light: new Light { Shadows = 22, Warmth = -6 }, grey: Mix((30, 18), (80, 25), (140, 10), (200, -12), (265, -20), (330, 5)),
            ground: Toned(240, 8, 255, 12), areas: [Hues("Blues", 205, 290, 16)]),
        Of("green-copperas", "Green copperas", "Greens stay; what is not green is set back.",
            grey: Mix((30, -20), (75, 10), (125, 15), (165, 8), (255, -25), (330, -15)), areas: [Hues("Greens", 108, 182, 16)], finish: Corners(-15)),
        Of("first-bath", "First bath", "Every colour paled to a breath, the strongest stay.",
            light: new Light { Contrast = 8 }, ground: new Ground { Colour = 24 }, areas: [Strong("Strong colours", 13)]),
        Of("one-skein", "One skein", "What stands out most stays in colour; what is behind it gets darker.",
            grey: Mix((30, 5), (90, 10), (150, 0), (250, -15)), areas: [Main("Main subject"), Behind("Behind it", -0.45)], finish: Corners(-18)),
        Of("half-rinsed", "Half rinsed", "What stands out most in full colour, the rest in a quarter of its own.",
            ground: new Ground { Colour = 26 }, areas: [Main("Main subject")]),
        Of("chalk-line", "Chalk line", "Light greys without weight: lifted darks, soft contrast.",
            light: new Light { Exposure = 0.3, Contrast = -14, Shadows = 30, BlackPoint = 12 }, grey: Mix((30, 22), (75, 28), (130, 24), (200, 10), (265, 4), (330, 14)), finish: Corners(14)),
        Of("soot-black", "Soot black", "Deep greys, hard edges, dark corners.",
            light: new Light { Exposure = -0.25, Contrast = 32, BlackPoint = -12, LocalContrast = 18 }, grey: Mix((30, -18), (75, 12), (130, -14), (210, -35), (265, -45), (330, -20)),
            finish: Corners(-34) with { Sharpen = new Sharpening { Amount = 35, EdgesOnly = 40 } }),
        Of("iron-liquor", "Iron liquor", "Cool, dense greys with blue in the darks.",
            light: new Light { Contrast = 16 }, grey: Mix((30, -10), (75, 10), (140, 0), (250, -22)), ground: Toned(235, 7, 262, 24)),
        Of("walnut-husk", "Walnut husk", "Warm brown greys, paper-like lights.",
            light: new Light { Contrast = 6, Highlights = -12 }, grey: Mix((30, 12), (75, 20), (140, 4), (250, -12)), ground: Toned(80, 22, 55, 34), finish: Corners(-16)),
        Of("late-rail", "Late rail", "Warm lights keep some of their colour, the darks go blue.",
            light: new Light { Contrast = 10, Warmth = 8 }, grey: Mix((30, 10), (75, 18), (140, 0), (250, -20)), ground: Toned(74, 16, 266, 20),
            areas: [Lights("Lights", 62, 70)], finish: Corners(-20)),
    ];

    private static OwnLook Of(string key, string name, string words, Light? light = null, GreyMix? grey = null, Ground? ground = null, Finish? finish = null, Area[]? areas = null) =>
        new(key, new Look { Name = name, Words = words, Light = light, Grey = grey, Ground = ground, Finish = finish, Areas = areas is null ? null : [.. areas] });

    private static GreyMix Mix(params (double Hue, double Lift)[] spokes) => new() { Spokes = [.. spokes.Select(s => new Spoke { Hue = s.Hue, Lift = s.Lift })] };

    private static Ground Toned(double lights, double amount, double darks, double darksAmount) =>
        new() { Tint = new HueAmount { Hue = lights, Amount = amount }, TintDarks = new HueAmount { Hue = darks, Amount = darksAmount } };

    private static Finish Corners(double amount) => new() { Vignette = new Vignette { Amount = amount, Softness = 70 } };

    private static Area With(string name, params ImmutableArray<MaskPart> parts) => new() { Name = name, Mask = new Mask { Parts = parts } };

    private static Area Hues(string name, double from, double to, double fade) =>
        With(name, new HuePart { From = from, To = to, Fade = fade, MinChroma = 5 }) with { Edge = new EdgeRefinement { Feather = 2 } };

    /// <summary>All hues whose chroma is strong.</summary>
    private static Area Strong(string name, double chroma) => With(name, new HuePart { MinChroma = chroma, Amounts = [new HueAmount { Hue = 0, Amount = 100 }] }) with { Edge = new EdgeRefinement { Feather = 2 } };

    private static Area Main(string name) => With(name, new SubjectPart { Found = SubjectFinding.Main });

    private static Area Behind(string name, double exposure) =>
        With(name, new SubjectPart { Found = SubjectFinding.Main, Invert = true }) with { Colour = 0, Treat = new Treatment { Exposure = exposure } };

    private static Area Lights(string name, double from, double colour) =>
        With(name, new LightPart { From = from, To = 100, FadeFrom = 25 }) with { Colour = colour };
}
