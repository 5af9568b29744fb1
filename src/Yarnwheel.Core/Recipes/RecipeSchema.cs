using System.ComponentModel.DataAnnotations;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization;
using System.Xml.Linq;

namespace Yarnwheel.Core.Recipes;

/// <summary>The recipe's JSON Schema (2020-12), made from the records themselves so that both always agree.</summary>
public static class RecipeSchema
{
    /// <param name="documentation">The core's documentation, as the compiler writes it: what the fields are.</param>
    public static string Write(XDocument documentation) => Of(typeof(Recipe), "Yarnwheel recipe, version 1", documentation);

    /// <summary>The schema of a document made of the recipe's records.</summary>
    internal static string Of(Type document, string title, XDocument documentation)
    {
        var notes = new FieldNotes(documentation);
        var schema = RecipeJson.Options.GetJsonSchemaAsNode(document, new JsonSchemaExporterOptions
        {
            TreatNullObliviousAsNonNullable = true,
            TransformSchemaNode = (context, node) => AddLimits(context, node, notes),
        });
        var root = schema.AsObject();
        root.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        root.Insert(1, "title", title);
        return root.ToJsonString(RecipeJson.Options) + "\n";
    }

    private static JsonNode AddLimits(JsonSchemaExporterContext context, JsonNode node, FieldNotes notes)
    {
        var type = Nullable.GetUnderlyingType(context.TypeInfo.Type) ?? context.TypeInfo.Type;
        var isNullable = type != context.TypeInfo.Type;
        // Read by converters of our own, of which the exporter knows nothing.
        if (type == typeof(int)) node = new JsonObject { ["type"] = isNullable ? new JsonArray("integer", "null") : "integer" };
        else if (type.IsEnum) node = new JsonObject { ["enum"] = new JsonArray([.. Enum.GetValues(type).Cast<object>().Select(v => (JsonNode?)ExactNames.Of(v)), .. isNullable ? [null] : Array.Empty<JsonNode?>()]) };
        if (type == typeof(ShadePick) && context.PropertyInfo is null) node = OneWay(node.AsObject());
        if (node is not JsonObject schema || context.PropertyInfo?.AttributeProvider is not PropertyInfo provider) return node;
        Describe(schema, provider, notes);
        foreach (var rule in provider.GetCustomAttributes(typeof(ValidationAttribute), true))
        {
            switch (rule)
            {
                case RangeAttribute range:
                    schema["minimum"] = JsonValue.Create(Convert.ToDouble(range.Minimum, System.Globalization.CultureInfo.InvariantCulture));
                    schema["maximum"] = JsonValue.Create(Convert.ToDouble(range.Maximum, System.Globalization.CultureInfo.InvariantCulture));
                    break;
                case EachRangeAttribute each:
                    schema["items"]!["minimum"] = each.Minimum;
                    schema["items"]!["maximum"] = each.Maximum;
                    break;
                case MaxLengthAttribute length:
                    schema["maxItems"] = length.Length;
                    break;
                case LengthAttribute length:
                    schema["minItems"] = length.MinimumLength;
                    schema["maxItems"] = length.MaximumLength;
                    break;
                case StringLengthAttribute length:
                    schema["maxLength"] = length.MaximumLength;
                    break;
                case RegularExpressionAttribute pattern:
                    schema["pattern"] = pattern.Pattern;
                    break;
            }
        }
        return node;
    }

    private static void Describe(JsonObject schema, PropertyInfo field, FieldNotes notes)
    {
        if (notes.Description(field) is { } words) schema["description"] = words;
        if (field.SetMethod is null) schema["deprecated"] = true;
        else if (field.GetCustomAttribute<JsonRequiredAttribute>() is null && FieldNotes.Default(field) is { } value) schema["default"] = value;
    }

    /// <summary>A pick says where it is in one of three ways.</summary>
    private static JsonObject OneWay(JsonObject pick)
    {
        string[] fields = ["x", "y", "x0", "y0", "x1", "y1", "shades"];
        JsonObject Way(params string[] own)
        {
            var properties = new JsonObject();
            foreach (var field in fields) properties[field] = own.Contains(field) ? field == "shades" ? new JsonObject { ["type"] = "array", ["minItems"] = 1 } : new JsonObject { ["type"] = "number" } : new JsonObject { ["type"] = "null" };
            return new JsonObject { ["required"] = new JsonArray([.. own.Select(f => (JsonNode)f)]), ["properties"] = properties };
        }
        pick["oneOf"] = new JsonArray(Way("x", "y"), Way("x0", "y0", "x1", "y1"), Way("shades"));
        return pick;
    }
}
