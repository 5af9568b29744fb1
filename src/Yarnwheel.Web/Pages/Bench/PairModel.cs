using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>A hue and how much of it, which the recipe holds only while there is some.</summary>
/// <param name="Path">Where it stands in the recipe, JSON Pointer.</param>
/// <param name="Label">What it is.</param>
/// <param name="Value">Now; null for none.</param>
/// <param name="Hue">That it begins with.</param>
/// <param name="Hint">What it does.</param>
public sealed record PairModel(string Path, string Label, HueAmount? Value, double Hue, string Hint);
