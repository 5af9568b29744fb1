using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>The chosen part and where it stands.</summary>
/// <param name="Panel">The panel it is shown in.</param>
/// <param name="Area">Index of its area.</param>
/// <param name="Number">Its index in the string.</param>
/// <param name="Part">The part.</param>
public sealed record PartModel(PanelModel Panel, int Area, int Number, MaskPart Part)
{
    /// <summary>JSON Pointer of the part.</summary>
    public string At => $"/areas/{Area}/mask/parts/{Number}";

    /// <summary>A number of the part.</summary>
    public NumberModel Field(string field, string label, double value, double least, double most, double neutral, string unit, string hint, double step = 1) =>
        new($"{At}/{field}", label, value, least, most, neutral, unit, hint, step);
}
