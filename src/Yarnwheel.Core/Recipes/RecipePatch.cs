using System.Globalization;
using System.Text.Json.Nodes;

namespace Yarnwheel.Core.Recipes;

/// <summary>Changes a recipe by JSON Patch (RFC 6902: add, remove, replace, move), and tells how to take the change back.</summary>
public static class RecipePatch
{
    /// <summary>Applies the operations in order to a copy.</summary>
    /// <param name="document">The recipe's tree; left as it is.</param>
    /// <param name="operations">An array of operations as RFC 6902 describes.</param>
    /// <returns>The changed tree, and the operations that undo the change.</returns>
    /// <exception cref="RecipeException">An operation is malformed or its path does not exist.</exception>
    public static (JsonNode Result, JsonArray Inverse) Apply(JsonNode document, JsonArray operations)
    {
        var root = document.DeepClone();
        var inverse = new List<JsonObject>();
        foreach (var item in operations)
        {
            if (item is not JsonObject operation) throw new RecipeException("", "a change is not an object");
            var path = Text(operation, "path");
            switch (Text(operation, "op"))
            {
                case "add":
                    inverse.Insert(0, Add(root, path, Value(operation)));
                    break;
                case "remove":
                    inverse.Insert(0, Operation("add", path, Remove(root, path)));
                    break;
                case "replace":
                    inverse.Insert(0, Operation("replace", path, Replace(root, path, Value(operation))));
                    break;
                case "move":
                    var from = Text(operation, "from");
                    var moved = Remove(root, from);
                    inverse.Insert(0, Operation("add", from, moved?.DeepClone()));
                    inverse.Insert(0, Add(root, path, moved));
                    break;
                default:
                    throw new RecipeException("", $"a change's op is none of add, remove, replace, move");
            }
        }
        return (root, new JsonArray([.. inverse]));
    }

    private static JsonObject Add(JsonNode root, string path, JsonNode? value)
    {
        var (parent, key) = Locate(root, path);
        if (parent is JsonArray array)
        {
            var index = key == "-" ? array.Count : Index(array, key, path, array.Count);
            array.Insert(index, value);
            return Operation("remove", path[..(path.LastIndexOf('/') + 1)] + index.ToString(CultureInfo.InvariantCulture));
        }
        var target = parent.AsObject();
        var had = target.TryGetPropertyValue(key, out var old);
        target[key] = value;
        return had ? Operation("replace", path, old?.DeepClone()) : Operation("remove", path);
    }

    private static JsonNode? Remove(JsonNode root, string path)
    {
        var (parent, key) = Locate(root, path);
        if (parent is JsonArray array)
        {
            var index = Index(array, key, path, array.Count - 1);
            var old = array[index];
            array.RemoveAt(index);
            return old;
        }
        var target = parent.AsObject();
        if (!target.TryGetPropertyValue(key, out var value)) throw Missing(path);
        target.Remove(key);
        return value;
    }

    private static JsonNode? Replace(JsonNode root, string path, JsonNode? value)
    {
        var (parent, key) = Locate(root, path);
        if (parent is JsonArray array)
        {
            var index = Index(array, key, path, array.Count - 1);
            var old = array[index];
            array[index] = value;
            return old?.DeepClone();
        }
        var target = parent.AsObject();
        if (!target.TryGetPropertyValue(key, out var before)) throw Missing(path);
        target[key] = value;
        return before?.DeepClone();
    }

    /// <summary>The holder of the last step of a JSON Pointer (RFC 6901), and that step.</summary>
    private static (JsonNode Parent, string Key) Locate(JsonNode root, string path)
    {
        if (path.Length < 2 || path[0] != '/') throw Missing(path);
        var steps = path[1..].Split('/').Select(s => s.Replace("~1", "/", StringComparison.Ordinal).Replace("~0", "~", StringComparison.Ordinal)).ToArray();
        var node = root;
        foreach (var step in steps[..^1])
        {
            node = node switch
            {
                JsonArray array => array[Index(array, step, path, array.Count - 1)],
                JsonObject target => target[step],
                _ => null,
            } ?? throw Missing(path);
        }
        return node is JsonArray or JsonObject ? (node, steps[^1]) : throw Missing(path);
    }

    private static int Index(JsonArray array, string step, string path, int last) =>
        int.TryParse(step, NumberStyles.None, CultureInfo.InvariantCulture, out var index) && index <= last && index <= array.Count ? index : throw Missing(path);

    private static JsonObject Operation(string op, string path) => new() { ["op"] = op, ["path"] = path };

    private static JsonObject Operation(string op, string path, JsonNode? value) => new() { ["op"] = op, ["path"] = path, ["value"] = value };

    private static string Text(JsonObject operation, string name) =>
        operation[name] is JsonValue value && value.TryGetValue<string>(out var text) ? text : throw new RecipeException("", $"a change lacks its {name}");

    private static JsonNode? Value(JsonObject operation) =>
        operation.TryGetPropertyValue("value", out var value) ? value?.DeepClone() : throw new RecipeException("", "a change lacks its value");

    private static RecipeException Missing(string path) => new(path, "there is nothing at this path");
}
