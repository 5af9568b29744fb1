using System.Text.Json;
using System.Text.Json.Nodes;

namespace Yarnwheel.Core.Recipes;

/// <summary>Lays a change (JSON Patch, RFC 6902) over a recipe, and tells how to take it back.</summary>
/// <remarks>A change is made in the records themselves, so that all that it leaves alone is shared, not written out and read in again; what the
/// records can't tell apart (a kind, a field of null, a fault) goes through the document's tree.</remarks>
public static class RecipeEdit
{
    /// <param name="recipe">Valid.</param>
    /// <param name="change">An array of operations as RFC 6902 describes.</param>
    /// <returns>The changed recipe, and the operations that undo the change.</returns>
    /// <exception cref="RecipeException">An operation is malformed, its path does not exist, or the outcome is no valid recipe.</exception>
    public static (Recipe Result, JsonArray Inverse) Apply(Recipe recipe, JsonArray change)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(change);
        return InRecords(recipe, change) ?? InTree(recipe, change);
    }

    private static (Recipe, JsonArray)? InRecords(Recipe recipe, JsonArray change)
    {
        object result = recipe;
        var inverse = new List<JsonObject>();
        foreach (var item in change)
        {
            if (item is not JsonObject operation || Text(operation, "op") is not { } op || Text(operation, "path") is not { } path) return null;
            var value = operation["value"];
            RecordStep? step = op switch
            {
                "add" when value is not null => RecordPath.Add(result, path, value),
                "replace" when value is not null => RecordPath.Replace(result, path, value),
                "remove" => RecordPath.Remove(result, path),
                _ => null,
            };
            if (step is null) return null;
            result = step.Result;
            inverse.Insert(0, step.Inverse);
        }
        var edited = (Recipe)result;
        var faults = RecipeValidator.Check(edited);
        return faults.Count == 0 ? (edited, new JsonArray([.. inverse])) : throw new RecipeException(faults);
    }

    private static (Recipe, JsonArray) InTree(Recipe recipe, JsonArray change)
    {
        var before = RecipeJson.ToNode(recipe);
        var (node, inverse) = RecipePatch.Apply(before, change);
        var edited = RecipeJson.Parse(node);
        return (edited, TakesBack(RecipeJson.ToNode(edited), inverse, before) ? inverse : Fields(before));
    }

    /// <summary>Whether the inverse fits the recipe as it is written: fields of null are left out.</summary>
    private static bool TakesBack(JsonNode after, JsonArray inverse, JsonNode before)
    {
        try
        {
            return JsonNode.DeepEquals(RecipePatch.Apply(after, inverse).Result, before);
        }
        catch (RecipeException)
        {
            return false;
        }
    }

    /// <summary>The change that makes any recipe this one.</summary>
    /// <param name="recipe">As its tree.</param>
    public static JsonArray Fields(JsonNode recipe) => new((recipe ?? throw new ArgumentNullException(nameof(recipe))).AsObject()
        .Select(f => (JsonNode)new JsonObject { ["op"] = "add", ["path"] = "/" + f.Key, ["value"] = f.Value?.DeepClone() }).ToArray());

    private static string? Text(JsonObject operation, string name) => operation[name] is JsonValue value && value.TryGetValue<string>(out var text) ? text : null;
}
