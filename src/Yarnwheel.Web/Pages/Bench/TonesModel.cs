using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>The tone and colour controls of the photo's light or of an area's treatment.</summary>
/// <param name="Path">Where they stand in the recipe, JSON Pointer.</param>
/// <param name="Tones">Now.</param>
public sealed record TonesModel(string Path, Tones Tones)
{
    public IEnumerable<NumberModel> Numbers =>
    [
        new(Path + "/exposure", "Exposure", Tones.Exposure, -5, 5, 0, "stops", "More or less light; a stop doubles it.", 0.05),
        Percent("contrast", "Contrast", Tones.Contrast, "Middle tones steeper or flatter."),
        Percent("shadows", "Shadows", Tones.Shadows, "Dark parts up or down."),
        Percent("highlights", "Highlights", Tones.Highlights, "Bright parts up or down."),
        Percent("localContrast", "Local contrast", Tones.LocalContrast, "Texture of things stronger or softer; edges get no halos."),
        Percent("fineDetail", "Fine detail", Tones.FineDetail, "The finest structure stronger or softer."),
        Percent("haze", "Haze", Tones.Haze, "Up: takes haze off. Down: lays haze over."),
        Percent("blackPoint", "Black point", Tones.BlackPoint, "Down: the darkest tones to black. Up: a veil of light over all."),
        Percent("whitePoint", "White point", Tones.WhitePoint, "Up: the brightest tones to white."),
        Percent("warmth", "Warmth", Tones.Warmth, "Cooler or warmer light."),
        Percent("greenMagenta", "Green to magenta", Tones.GreenMagenta, "Greener or more magenta light."),
        Percent("saturation", "Saturation", Tones.Saturation, "Calmer or stronger colours."),
        new(Path + "/protect", "Protect", Tones.Protect, 0, 100, 0, "%", "How far colours that are strong already are spared by the saturation."),
    ];

    private NumberModel Percent(string field, string label, double value, string hint) => new($"{Path}/{field}", label, value, -100, 100, 0, "", hint);
}
