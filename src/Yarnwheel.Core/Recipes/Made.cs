using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Yarnwheel.Core.Recipes;

/// <summary>The area or part that a change made, moved or added to: what whoever made it works on next.</summary>
/// <param name="Area">Its index.</param>
/// <param name="Part">The part's index in it; null for the area itself.</param>
public sealed partial record Made(int Area, int? Part)
{
    /// <summary>What a change made; null where it made nothing.</summary>
    /// <param name="change">JSON Patch.</param>
    /// <param name="after">The recipe that it gave.</param>
    public static Made? Of(JsonArray change, Recipe after)
    {
        ArgumentNullException.ThrowIfNull(change);
        ArgumentNullException.ThrowIfNull(after);
        Made? made = null;
        foreach (var step in change)
        {
            if ((string?)step?["op"] is not ("add" or "move") || Place().Match((string?)step["path"] ?? "") is not { Success: true } place) continue;
            var isLast = place.Groups["area"].Value == "-";
            var area = isLast ? after.Areas.Length - 1 : Number(place.Groups["area"]);
            if (area < 0 || area >= after.Areas.Length) continue;
            var parts = after.Areas[area].Mask.Parts.Length;
            var part = place.Groups["part"];
            // A fresh area is worked on by its first part, one put between others as a whole.
            made = new Made(area, !part.Success ? isLast && parts > 0 ? 0 : null : part.Value == "-" ? parts - 1 : Number(part));
        }
        return made;
    }

    private static int Number(Group digits) => int.TryParse(digits.Value, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : -1;

    [GeneratedRegex(@"^/areas/(?<area>\d+|-)(/mask/parts/(?<part>\d+|-)(/(picks|leaveOut)/-)?)?$")]
    private static partial Regex Place();
}
