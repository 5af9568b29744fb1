using System.Globalization;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>A number that can be dragged, typed, stepped and reset.</summary>
/// <param name="Path">Where it stands in the recipe, JSON Pointer.</param>
/// <param name="Label">What it is.</param>
/// <param name="Value">Now.</param>
/// <param name="Least">Smallest.</param>
/// <param name="Most">Largest.</param>
/// <param name="Neutral">What a double click gives.</param>
/// <param name="Unit">Behind the number.</param>
/// <param name="Hint">What it does.</param>
/// <param name="Step">Of arrow keys and drags.</param>
/// <param name="Tool">Name among the settings of a hand, for a number that stands in no recipe.</param>
public sealed record NumberModel(string Path, string Label, double Value, double Least, double Most, double Neutral, string Unit, string Hint, double Step = 1, string? Tool = null)
{
    public string Id => Tool is null ? Path.Replace('/', '-') : $"-tool-{Tool}";

    /// <summary>Whether it is a hue of the whole circle: its track is a strip of the hues themselves.</summary>
    public bool IsHue => Unit == "°" && Least == 0 && Most == 360;

    public string Text => Value.ToString(Step < 0.01 ? "0.####" : "0.##", CultureInfo.InvariantCulture);

    public static string Invariant(double value) => value.ToString("0.####", CultureInfo.InvariantCulture);
}
