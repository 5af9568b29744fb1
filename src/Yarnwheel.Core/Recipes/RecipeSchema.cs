using System.ComponentModel.DataAnnotations;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;

namespace Yarnwheel.Core.Recipes;

/// <summary>The recipe's JSON Schema (2020-12), made from the records themselves so that both always agree.</summary>
public static class RecipeSchema
{
    public static string Write() => Of(typeof(Recipe), "Yarnwheel recipe, version 1");

    /// <summary>The schema of a document made of the recipe's records.</summary>
    internal static string Of(Type document, string title)
    {
        var schema = RecipeJson.Options.GetJsonSchemaAsNode(document, new JsonSchemaExporterOptions
        {
            TreatNullObliviousAsNonNullable = true,
            TransformSchemaNode = AddLimits,
        });
        var root = schema.AsObject();
        root.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        root.Insert(1, "title", title);
        return root.ToJsonString(RecipeJson.Options) + "\n";
    }

    private static JsonNode AddLimits(JsonSchemaExporterContext context, JsonNode node)
    {
        if (node is not JsonObject schema || context.PropertyInfo?.AttributeProvider is not { } provider) return node;
        foreach (var rule in provider.GetCustomAttributes(typeof(ValidationAttribute), true))
        {
            switch (rule)
            {
                case RangeAttribute range:
                    schema["minimum"] = JsonValue.Create(Convert.ToDouble(range.Minimum, System.Globalization.CultureInfo.InvariantCulture));
                    schema["maximum"] = JsonValue.Create(Convert.ToDouble(range.Maximum, System.Globalization.CultureInfo.InvariantCulture));
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
}
