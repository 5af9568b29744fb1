namespace Yarnwheel.Web.Pages.Bench;

/// <summary>One area of the list.</summary>
/// <param name="Panel">The list.</param>
/// <param name="Index">Which.</param>
public sealed record AreaModel(PanelModel Panel, int Index);
