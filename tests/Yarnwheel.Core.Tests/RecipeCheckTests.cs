using System.Text;
using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

public class RecipeCheckTests
{
    private static IReadOnlyList<RecipeFault> Faults(string json) => RecipeCheck.Faults(Encoding.UTF8.GetBytes(json));

    [Fact]
    public void Every_fault_is_found_not_the_first_alone()
    {
        var faults = Faults("""
            { "colour": 3, "grey": { "basis": "Luminance", "calm": 200, "spokes": [ { "hue": "red" }, { "hue": 400 }, null ] }, "light": null,
              "areas": [ { "nam": "a", "mask": { "parts": [ { "kind": "magic" }, { "kind": "colour", "reach": 101, "picks": [ { "x": 0.1 }, { "x": 0.1, "y": 2 } ] }, 7 ] } }, { "strength": true } ] }
            """);
        Assert.Equal([
            "areas[0].mask.parts[0]", "areas[0].mask.parts[1].picks[0]", "areas[0].mask.parts[1].picks[1].y", "areas[0].mask.parts[1].reach", "areas[0].mask.parts[2]", "areas[0].nam", "areas[1].strength",
            "colour", "grey.basis", "grey.calm", "grey.spokes[0].hue", "grey.spokes[1].hue", "grey.spokes[2]", "light", "yarnwheel",
        ], faults.Select(f => f.Path).Order(StringComparer.Ordinal));
        Assert.All(faults, f => Assert.NotEmpty(f.Reason));
        Assert.Empty(Faults("""{ "yarnwheel": 1 }"""));
        Assert.Single(Faults("{"));
        Assert.Single(Faults("""{ "yarnwheel": 1, "ground": {}, "ground": {} }"""));
    }

    /// <summary>By an independent implementation of JSON Schema 2020-12: Debian's python3-jsonschema.</summary>
    [Fact]
    public void What_the_check_takes_the_schema_takes_and_nothing_else()
    {
        var documents = Variants().ToList();
        var task = new JsonArray([JsonNode.Parse(RecipeSchema.Write(Repository.Documentation)), .. documents.Select(d => (JsonNode?)d)]);
        var verdicts = Python.Run(Repository.File("tests/Yarnwheel.Core.Tests/Reference/verdicts.py"), task.ToJsonString()).Trim();
        Assert.Equal(documents.Count, verdicts.Length);
        for (var k = 0; k < documents.Count; k++) Assert.True(verdicts[k] == '+' == (Faults(documents[k]).Count == 0), $"schema {verdicts[k]}: {documents[k]}");
        Assert.True(verdicts.Count(v => v == '+') > 20 && verdicts.Count(v => v == '-') > 200);
    }

    /// <summary>A full recipe, and it again with each of its values changed in several ways.</summary>
    private static IEnumerable<string> Variants()
    {
        yield return "{ \"yarnwheel\": 1, /* a remark */ \"ground\": {} }";
        yield return "{ \"yarnwheel\": 1, \"ground\": {}, }";
        yield return "{ \"yarnwheel\": 1.0 }";
        yield return "{ \"yarnwheel\": 1e0 }";
        yield return "{ \"Yarnwheel\": 1 }";
        yield return "[]";
        JsonNode?[] values = [null, -1, 1.0, 0.5, 1e6, "x", "LUMINANCE", true, new JsonArray(), new JsonObject(), new JsonArray(1, 2)];
        var full = JsonNode.Parse(RecipeTests.Full)!;
        yield return full.ToJsonString();
        foreach (var path in Paths(full, ""))
        {
            yield return RecipePatch.Apply(full, Change("remove", path, null)).Result!.ToJsonString();
            foreach (var value in values) yield return RecipePatch.Apply(full, Change("replace", path, value?.DeepClone())).Result!.ToJsonString();
        }
    }

    private static JsonArray Change(string op, string path, JsonNode? value) => [new JsonObject { ["op"] = op, ["path"] = path, ["value"] = value }];

    private static IEnumerable<string> Paths(JsonNode? node, string path)
    {
        var inner = node switch
        {
            JsonObject fields => fields.Select(f => (f.Value, $"{path}/{f.Key}")),
            JsonArray items => items.Select((v, k) => (v, $"{path}/{k}")),
            _ => [],
        };
        foreach (var (value, at) in inner)
        {
            yield return at;
            foreach (var deeper in Paths(value, at)) yield return deeper;
        }
    }

    [Fact]
    public void The_schema_says_of_every_field_what_it_is_and_what_it_is_when_left_out()
    {
        var found = 0;
        void Walk(JsonNode? node, bool isWay)
        {
            if (node is JsonArray items) foreach (var item in items) Walk(item, isWay);
            if (node is not JsonObject schema) return;
            foreach (var (name, field) in (schema["properties"] as JsonObject)?.Where(f => !isWay && f.Key != "kind") ?? [])
            {
                found++;
                Assert.True(field!["description"] is not null, name);
                var isOptional = field["type"] is JsonArray || field["enum"] is JsonArray { } choices && choices.Any(c => c is null);
                Assert.True(isOptional || field["deprecated"] is not null || name == "yarnwheel" || field["default"] is not null, name);
            }
            foreach (var (name, inner) in schema) Walk(inner, isWay || name == "oneOf");
        }
        Walk(JsonNode.Parse(RecipeSchema.Write(Repository.Documentation)), false);
        Assert.True(found > 100);
    }
}
