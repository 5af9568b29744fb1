using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>A point on the wheel to start from.</summary>
/// <param name="Key">In addresses.</param>
/// <param name="Name">Shown.</param>
/// <param name="Reason">What it is good for.</param>
/// <param name="Spokes">Its spokes.</param>
public sealed record StartingMix(string Key, string Name, string Reason, IReadOnlyList<Spoke> Spokes)
{
    /// <summary>The mixes that come with the application.</summary>
    public static IReadOnlyList<StartingMix> All { get; } =
    [
        new("foliage-light", "foliage light", "Greens and yellow-greens up: leaves glow, what stands before them stands out.",
            Of((25, 0), (70, 10), (110, 40), (140, 55), (165, 35), (210, -10), (265, -20), (320, 0))),
        new("sky-deep", "sky deep", "Blues down: clouds and light walls come forward.",
            Of((25, 10), (70, 15), (110, 5), (150, 0), (205, -45), (245, -65), (280, -45), (325, 0))),
        new("skin-smooth", "skin smooth", "Reds and oranges up: skin lightens, its blemishes fade.",
            Of((10, 25), (35, 40), (60, 35), (90, 10), (140, -10), (210, -15), (265, -10), (330, 10))),
        new("stone-hard", "stone hard", "Ochres and blues apart: the grain of brick and stone shows.",
            Of((20, -35), (50, -25), (80, 35), (110, 25), (160, 0), (230, -30), (270, -35), (330, -10))),
        new("cloth-warm", "cloth warm", "Warm dyes light, cool dyes dark.",
            Of((20, 35), (60, 40), (100, 35), (140, -5), (190, -35), (250, -40), (300, -20), (340, 15))),
        new("cloth-cool", "cloth cool", "Cool dyes light, warm dyes dark.",
            Of((20, -40), (60, -30), (100, -5), (140, 15), (190, 40), (250, 50), (300, 25), (340, -15))),
        TakingFilter.Mix("yellow-filter", "yellow filter", 1, 0.93, 0.12),
        TakingFilter.Mix("orange-filter", "orange filter", 1, 0.5, 0.02),
        TakingFilter.Mix("red-filter", "red filter", 1, 0.08, 0.01),
        TakingFilter.Mix("green-filter", "green filter", 0.18, 1, 0.2),
    ];

    private static List<Spoke> Of(params (double Hue, double Lift)[] spokes) =>
        spokes.Select(s => new Spoke { Hue = s.Hue, Lift = s.Lift }).ToList();
}
