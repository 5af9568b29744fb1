using System.Text.Json.Nodes;

namespace Yarnwheel.Core.Recipes;

/// <summary>Names of areas that no other has.</summary>
public static class AreaName
{
    /// <summary>A name that no area has yet: the one wished for, or with a number behind it.</summary>
    public static string Unused(Recipe recipe, string name)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var names = recipe.Areas.Select(a => a.Name).ToHashSet();
        if (!names.Contains(name)) return name;
        var number = 2;
        while (names.Contains($"{name} {number}")) number++;
        return $"{name} {number}";
    }

    /// <summary>Gives areas that a change adds a name of their own.</summary>
    /// <param name="change">JSON Patch; its new areas' names are changed.</param>
    /// <param name="recipe">What it is made on.</param>
    /// <returns>The name of the last area that it adds, or null.</returns>
    public static string? Free(JsonArray change, Recipe recipe)
    {
        ArgumentNullException.ThrowIfNull(change);
        string? last = null;
        foreach (var step in change)
        {
            if ((string?)step?["op"] != "add" || (string?)step["path"] is not { } path || !path.StartsWith("/areas/", StringComparison.Ordinal) || path.LastIndexOf('/') != 6) continue;
            if (step["value"] is not JsonObject area || area["name"] is not JsonValue named || !named.TryGetValue(out string? name)) continue;
            area["name"] = last = Unused(recipe, name);
        }
        return last;
    }
}
