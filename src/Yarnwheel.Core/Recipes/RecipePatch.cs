using System.Globalization;
using System.Text.Json.Nodes;

namespace Yarnwheel.Core.Recipes;

/// <summary>Changes a document by JSON Patch (RFC 6902), and tells how to take the change back.</summary>
public static class RecipePatch
{
    /// <summary>Applies the operations in order to a copy.</summary>
    /// <param name="document">The tree; left as it is. Null is JSON's null.</param>
    /// <param name="operations">An array of operations as RFC 6902 describes: add, remove, replace, move, copy, test.</param>
    /// <returns>The changed tree, and the operations that undo the change.</returns>
    /// <exception cref="RecipeException">An operation is malformed, its path does not exist, or a test does not hold.</exception>
    public static (JsonNode? Result, JsonArray Inverse) Apply(JsonNode? document, JsonArray operations)
    {
        ArgumentNullException.ThrowIfNull(operations);
        var tree = new PatchTree(document?.DeepClone());
        var inverse = new List<JsonObject>();
        foreach (var item in operations)
        {
            if (item is not JsonObject operation) throw new RecipeException("", "a change is not an object");
            var path = Text(operation, "path");
            switch (Text(operation, "op"))
            {
                case "add":
                    inverse.Insert(0, tree.Add(path, Value(operation)));
                    break;
                case "remove":
                    inverse.Insert(0, PatchTree.Operation("add", path, tree.Remove(path)));
                    break;
                case "replace":
                    inverse.Insert(0, PatchTree.Operation("replace", path, tree.Replace(path, Value(operation))));
                    break;
                case "move":
                    var from = Text(operation, "from");
                    // RFC 6902, 4.4: nothing can be moved into itself.
                    if (path.StartsWith(from + "/", StringComparison.Ordinal)) throw new RecipeException(path, "nothing can be moved into itself");
                    var moved = tree.Remove(from);
                    inverse.Insert(0, PatchTree.Operation("add", from, moved?.DeepClone()));
                    inverse.Insert(0, tree.Add(path, moved));
                    break;
                case "copy":
                    inverse.Insert(0, tree.Add(path, tree.Read(Text(operation, "from"))?.DeepClone()));
                    break;
                case "test":
                    if (!JsonNode.DeepEquals(tree.Read(path), Value(operation))) throw new RecipeException(path, "there is something else here than the change was made for");
                    break;
                default:
                    throw new RecipeException("", "a change's op is none of add, remove, replace, move, copy, test");
            }
        }
        return (tree.Root, new JsonArray([.. inverse]));
    }

    private static string Text(JsonObject operation, string name) =>
        operation[name] is JsonValue value && value.TryGetValue<string>(out var text) ? text : throw new RecipeException("", $"a change lacks its {name}");

    private static JsonNode? Value(JsonObject operation) =>
        operation.TryGetPropertyValue("value", out var value) ? value?.DeepClone() : throw new RecipeException("", "a change lacks its value");

    /// <summary>A tree that is changed at places named by JSON Pointer (RFC 6901); each change tells its inverse.</summary>
    private sealed class PatchTree(JsonNode? root)
    {
        public JsonNode? Root { get; private set; } = root;

        public JsonNode? Read(string path)
        {
            if (path.Length == 0) return Root;
            var (parent, key) = Locate(path);
            if (parent is JsonArray array) return array[Index(array, key, path, array.Count - 1)];
            return parent.AsObject().TryGetPropertyValue(key, out var value) ? value : throw Missing(path);
        }

        public JsonObject Add(string path, JsonNode? value)
        {
            if (path.Length == 0) return Operation("replace", path, SwapRoot(value));
            var (parent, key) = Locate(path);
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

        public JsonNode? Remove(string path)
        {
            if (path.Length == 0) return SwapRoot(null);
            var old = Read(path);
            var (parent, key) = Locate(path);
            if (parent is JsonArray array) array.RemoveAt(int.Parse(key, CultureInfo.InvariantCulture));
            else parent.AsObject().Remove(key);
            return old;
        }

        public JsonNode? Replace(string path, JsonNode? value)
        {
            if (path.Length == 0) return SwapRoot(value);
            var old = Read(path)?.DeepClone();
            var (parent, key) = Locate(path);
            if (parent is JsonArray array) array[int.Parse(key, CultureInfo.InvariantCulture)] = value;
            else parent.AsObject()[key] = value;
            return old;
        }

        public static JsonObject Operation(string op, string path) => new() { ["op"] = op, ["path"] = path };

        public static JsonObject Operation(string op, string path, JsonNode? value) => new() { ["op"] = op, ["path"] = path, ["value"] = value };

        private JsonNode? SwapRoot(JsonNode? value)
        {
            var old = Root;
            Root = value;
            return old;
        }

        /// <summary>The holder of the last step, and that step.</summary>
        private (JsonNode Parent, string Key) Locate(string path)
        {
            if (path[0] != '/') throw Missing(path);
            var steps = path[1..].Split('/').Select(s => s.Replace("~1", "/", StringComparison.Ordinal).Replace("~0", "~", StringComparison.Ordinal)).ToArray();
            var node = Root;
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

        /// <summary>RFC 6901, 4: digits without leading zeros.</summary>
        private static int Index(JsonArray array, string step, string path, int last) =>
            int.TryParse(step, NumberStyles.None, CultureInfo.InvariantCulture, out var index) && (step.Length == 1 || step[0] != '0') && index <= last && index <= array.Count
                ? index : throw Missing(path);

        private static RecipeException Missing(string path) => new(path, "there is nothing at this path");
    }
}
