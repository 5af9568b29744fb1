using System.Collections.Immutable;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;

namespace Yarnwheel.Core.Recipes;

/// <summary>Finds all that is wrong with a recipe, where reading it ends at the first fault.</summary>
public static class RecipeCheck
{
    /// <summary>All faults, in the order of the document; empty for a good recipe. Where it is no JSON at all, that alone.</summary>
    /// <param name="utf8">The document.</param>
    public static IReadOnlyList<RecipeFault> Faults(ReadOnlySpan<byte> utf8)
    {
        JsonNode? tree;
        try
        {
            RecipeJson.Parse(utf8);
            return [];
        }
        catch (RecipeException refusal)
        {
            try
            {
                tree = JsonNode.Parse(utf8, null, new JsonDocumentOptions { AllowDuplicateProperties = false, MaxDepth = RecipeJson.Options.MaxDepth });
            }
            catch (JsonException)
            {
                return refusal.Faults;
            }
            if (tree is not JsonObject root) return refusal.Faults;
            var faults = new List<RecipeFault>();
            if (!root.ContainsKey("yarnwheel"))
            {
                faults.Add(new RecipeFault("yarnwheel", "is missing: a recipe begins with \"yarnwheel\": 1"));
                root["yarnwheel"] = 1;
            }
            // What has the wrong form is told and cut out; the rest can then be read and held to its ranges.
            Prune(root, typeof(Recipe), "", faults);
            try
            {
                RecipeJson.Parse(root);
            }
            catch (RecipeException rest)
            {
                faults.AddRange(rest.Faults);
            }
            return faults.Count > 0 ? faults : refusal.Faults;
        }
    }

    private static JsonNode Good(Type type) => type == typeof(MaskPart) ? new JsonObject { ["kind"] = "hue" }
        : type == typeof(ShadePick) ? new JsonObject { ["x"] = 0, ["y"] = 0 }
        : type == typeof(double) ? 0
        : type.IsGenericType ? new JsonArray() : new JsonObject();

    private static void Prune(JsonObject node, Type type, string path, List<RecipeFault> faults)
    {
        var fields = type.GetProperties(BindingFlags.Public | BindingFlags.Instance).Where(p => p.SetMethod is not null || p.GetCustomAttribute<JsonIgnoreAttribute>() is not null).ToDictionary(RecipeValidator.NameOf);
        foreach (var (name, value) in node.ToList())
        {
            var at = path.Length == 0 ? name : $"{path}.{name}";
            if (name == "kind" && typeof(MaskPart).IsAssignableFrom(type)) continue;
            if (!fields.TryGetValue(name, out var field))
            {
                faults.Add(new RecipeFault(at, "this field is not known"));
                node.Remove(name);
            }
            else if (value is null)
            {
                if (Nullable.GetUnderlyingType(field.PropertyType) is not null || new NullabilityInfoContext().Create(field).ReadState == NullabilityState.Nullable) continue;
                faults.Add(new RecipeFault(at, "must not be null"));
                node.Remove(name);
            }
            else if (!IsGood(value, Nullable.GetUnderlyingType(field.PropertyType) ?? field.PropertyType, at, faults)) node.Remove(name);
        }
    }

    /// <summary>Whether a value has its type's form; what is wrong inside it is cut out of it.</summary>
    private static bool IsGood(JsonNode value, Type type, string at, List<RecipeFault> faults)
    {
        if (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ImmutableArray<>))
        {
            if (value is not JsonArray items) return Wrong();
            var item = type.GetGenericArguments()[0];
            var bad = new List<int>();
            for (var k = 0; k < items.Count; k++)
            {
                var inside = $"{at}[{k}]";
                if (items[k] is not { } one) faults.Add(new RecipeFault(inside, "must not be null"));
                else if (IsGood(one, item, inside, faults)) continue;
                bad.Add(k);
            }
            // The others keep their numbers, so that paths stay true: something good takes its place.
            foreach (var k in bad) items[k] = Good(item);
            return true;
        }
        if (type == typeof(MaskPart))
        {
            var kind = (value as JsonObject)?["kind"] is JsonValue text && text.TryGetValue<string>(out var name) ? name : null;
            var derived = typeof(MaskPart).GetCustomAttributes<JsonDerivedTypeAttribute>().FirstOrDefault(a => (string?)a.TypeDiscriminator == kind)?.DerivedType;
            if (derived is null)
            {
                faults.Add(new RecipeFault(at, JsonFault.Kinds));
                return false;
            }
            Prune(value.AsObject(), derived, at, faults);
            return true;
        }
        if (type == typeof(double) || type == typeof(int) || type == typeof(bool) || type == typeof(string) || type.IsEnum)
        {
            try
            {
                value.Deserialize(type, RecipeJson.Options);
                return true;
            }
            catch (JsonException)
            {
                return Wrong();
            }
        }
        if (value is not JsonObject inner) return Wrong();
        Prune(inner, type, at, faults);
        return true;

        bool Wrong()
        {
            faults.Add(new RecipeFault(at, type.IsEnum ? $"is none of {string.Join(", ", Enum.GetValues(type).Cast<object>().Select(ExactNames.Of))}" : "the value has the wrong type"));
            return false;
        }
    }
}
