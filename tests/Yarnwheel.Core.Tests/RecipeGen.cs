using System.Text.Json.Nodes;
using FsCheck;
using FsCheck.Fluent;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

/// <summary>Recipes of every kind, made from the schema, so that no field can be forgotten: ends of ranges as often as what lies between.</summary>
internal static class RecipeGen
{
    /// <summary>The one mask picture that they name.</summary>
    public const string Asset = "sha256:0000000000000000000000000000000000000000000000000000000000000000";

    private static readonly JsonNode Schema = JsonNode.Parse(RecipeSchema.Write(Repository.Documentation))!;

    /// <summary>Documents as they would be sent.</summary>
    public static Gen<string> Documents => Gen.Choose(1, int.MaxValue).Select(seed => Value(Schema, new Random(seed))!.ToJsonString());

    private static JsonNode? Value(JsonNode schema, Random dice)
    {
        if ((string?)schema["$ref"] is { } pointer)
        {
            var whole = (JsonObject)At(pointer).DeepClone();
            foreach (var (name, own) in schema.AsObject().Where(p => p.Key != "$ref")) whole[name] = own?.DeepClone();
            schema = whole;
        }
        if (schema["const"] is { } only) return only.DeepClone();
        if (schema["enum"] is JsonArray words) return words[dice.Next(words.Count)]?.DeepClone();
        return Kind(schema, dice) switch
        {
            "object" => Object(schema, dice),
            "array" => Array(schema, dice),
            "boolean" => dice.Next(2) == 0,
            "integer" => (int)Math.Round(Number(schema, dice)),
            "number" => Number(schema, dice),
            "string" => (string?)schema["pattern"] is { } pattern && pattern.Contains("sha256", StringComparison.Ordinal) ? Asset : "A name",
            _ => null,
        };
    }

    private static JsonNode At(string pointer)
    {
        var at = Schema;
        foreach (var step in pointer.Split('/').Skip(1)) at = at is JsonArray list ? list[int.Parse(step, System.Globalization.CultureInfo.InvariantCulture)]! : at[step]!;
        return at;
    }

    private static string? Kind(JsonNode schema, Random dice) => schema["type"] switch
    {
        JsonArray kinds when kinds.Count > 1 && dice.Next(4) == 0 => "null",
        JsonArray kinds => (string?)kinds.First(k => (string?)k != "null"),
        { } kind => (string?)kind,
        null => schema["properties"] is null ? null : "object",
    };

    private static JsonObject Object(JsonNode schema, Random dice)
    {
        if (schema["anyOf"] is JsonArray kinds) return Object(kinds[dice.Next(kinds.Count)]!, dice);
        var way = schema["oneOf"] is JsonArray ways ? ways[dice.Next(ways.Count)]! : null;
        var needed = ((schema["required"] as JsonArray) ?? []).Concat((way?["required"] as JsonArray) ?? []).Select(r => (string)r!).ToHashSet();
        var made = new JsonObject();
        foreach (var (name, own) in schema["properties"]?.AsObject() ?? [])
        {
            if (own?["deprecated"] is not null) continue;
            var isNull = (string?)way?["properties"]?[name]?["type"] == "null";
            // A part by picture without a picture is taken, and refused when it is drawn.
            var isNeeded = needed.Contains(name) || own?["const"] is not null || name == "asset";
            if (isNull || (!isNeeded && dice.Next(5) < 2)) continue;
            var value = Value(own!, dice);
            for (var k = 0; isNeeded && (value is null || (value is JsonArray { Count: 0 } && way is not null)) && k < 100; k++) value = Value(own!, dice);
            made[name] = value;
        }
        return made;
    }

    private static JsonArray Array(JsonNode schema, Random dice)
    {
        var least = (int?)schema["minItems"] ?? 0;
        var most = Math.Min((int?)schema["maxItems"] ?? 4, least + 4);
        return new JsonArray([.. Enumerable.Range(0, dice.Next(least, most + 1)).Select(_ => Value(schema["items"]!, dice))]);
    }

    private static double Number(JsonNode schema, Random dice)
    {
        var (low, high) = ((double?)schema["minimum"] ?? -2, (double?)schema["maximum"] ?? 2);
        return dice.Next(6) switch
        {
            0 => low,
            1 => high,
            2 => (double?)schema["default"] ?? low,
            _ => low + dice.NextDouble() * (high - low),
        };
    }
}
