using System.Text.Json.Nodes;
using FsCheck.Xunit;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

public class RecipeTests
{
    internal const string Full = """
        { "yarnwheel": 1,
          "light": { "exposure": 0.5, "contrast": 1, "haze": -3 },
          "ground": { "colour": 10, "tint": { "hue": 250, "amount": 20 } },
          "grey": { "basis": "perceptual", "spokes": [ { "hue": 29, "lift": 35 } ] },
          "areas": [ { "name": "Madder skein", "on": true, "colour": 90, "strength": 80,
            "mask": { "invert": true, "parts": [
              { "kind": "colour", "op": "add", "picks": [ { "x": 0.41, "y": 0.52 }, { "x0": 0.4, "y0": 0.5, "x1": 0.45, "y1": 0.55 } ], "leaveOut": [ { "x": 0.7, "y": 0.2 } ], "reach": 12, "fade": 8, "lightness": 35, "calm": 0 },
              { "kind": "hue", "from": 350, "to": 45, "fade": 15, "minChroma": 4 },
              { "kind": "patch", "seeds": [ { "x": 0.4, "y": 0.5, "reach": 15 } ], "fade": 3, "connected": true },
              { "kind": "subject", "op": "subtract", "box": { "x0": 0.2, "y0": 0.2, "x1": 0.7, "y1": 0.9 }, "inside": [ [ { "x": 0.4, "y": 0.5 }, { "x": 0.5, "y": 0.6 } ] ], "outside": [], "width": 0.01 },
              { "kind": "brush", "strokes": [ { "erase": false, "radius": 0.02, "hardness": 80, "flow": 100, "ceiling": 100, "cling": { "reach": 8, "fade": 12, "held": false }, "points": [ { "x": 0.41, "y": 0.5, "pressure": 1 } ] } ] },
              { "kind": "outline", "nodes": [ { "x": 0.1, "y": 0.1, "in": [0, 0], "out": [0.02, 0] } ], "softness": 0.002, "opacity": 100 },
              { "kind": "light", "op": "intersect", "from": 60, "to": 100, "fadeFrom": 10, "fadeTo": 0, "curve": null },
              { "kind": "ramp", "shape": "linear", "x0": 0.5, "y0": 0.1, "x1": 0.5, "y1": 0.4 },
              { "kind": "picture", "asset": "sha256:0000000000000000000000000000000000000000000000000000000000000000" } ] },
            "edge": { "feather": 1, "grow": -2, "smooth": 3, "contrast": 4, "follow": 5, "fringe": 6, "islands": 7, "pinholes": 8 },
            "treat": { "hueShift": 9, "recolour": { "hue": 220, "amount": 100 }, "tint": null, "exposure": 0.1, "saturation": 20, "protect": 50 } } ],
          "finish": { "vignette": { "amount": 0, "extent": 50, "softness": 50, "shape": 50 }, "sharpen": { "amount": 0, "radius": 1.0, "edgesOnly": 0, "calm": 20 } } }
        """;

    [Fact]
    public void The_whole_format_is_read_and_written_back_the_same()
    {
        var recipe = RecipeJson.Parse(Full);
        Assert.Equal(9, recipe.Areas[0].Mask.Parts.Length);
        var written = RecipeJson.Write(recipe);
        Assert.Equal(written, RecipeJson.Write(RecipeJson.Parse(written)));
        Assert.Equal(45, Assert.IsType<HuePart>(recipe.Areas[0].Mask.Parts[1]).To);
        Assert.Equal(MaskOp.Subtract, recipe.Areas[0].Mask.Parts[3].Op);
    }

    [Fact]
    public void What_is_left_out_takes_its_neutral_value()
    {
        var recipe = RecipeJson.Parse("""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour" } ] } } ] }""");
        var part = Assert.IsType<ColourPart>(recipe.Areas[0].Mask.Parts[0]);
        Assert.Equal((12, 8, 35, 100), (part.Reach, part.Fade, part.Lightness, recipe.Areas[0].Colour));
    }

    [Theory]
    [InlineData("""{ "yarnwheel": 1, "areas": [ { "nam": "a" } ] }""", "areas[0].nam")]
    [InlineData("""{ "yarnwheel": 1, "colour": 3 }""", "colour")]
    [InlineData("""{ "yarnwheel": 2 }""", "yarnwheel")]
    [InlineData("""{ "areas": [] }""", "yarnwheel")]
    [InlineData("""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour", "reach": 101 } ] } } ] }""", "areas[0].mask.parts[0].reach")]
    [InlineData("""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.1 } ] } ] } } ] }""", "areas[0].mask.parts[0].picks[0]")]
    [InlineData("""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour" }, { "kind": "magic" } ] } } ] }""", "areas[0].mask.parts[1]")]
    [InlineData("""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "reach": 1 } ] } } ] }""", "areas[0].mask.parts[0]")]
    [InlineData("""{ "yarnwheel": 1, "grey": { "basis": "nice" } }""", "grey.basis")]
    [InlineData("""{ "yarnwheel": 1, "grey": { "spokes": [ { "hue": "red" } ] } }""", "grey.spokes[0].hue")]
    [InlineData("""{ "yarnwheel": 1, "light": null }""", "light")]
    [InlineData("{ \"yarnwheel\": 1, ", "")]
    [InlineData("null", "")]
    [InlineData("[1]", "")]
    public void A_fault_is_named_with_its_path(string json, string path)
    {
        var refusal = Assert.Throws<RecipeException>(() => RecipeJson.Parse(json));
        Assert.Equal(path, refusal.Faults[0].Path);
        Assert.NotEmpty(refusal.Faults[0].Reason);
    }

    [Property]
    public bool Any_text_is_refused_with_words_or_read(string? text)
    {
        try
        {
            RecipeJson.Parse(text ?? "");
        }
        catch (RecipeException refusal)
        {
            return refusal.Message.Length > 0;
        }
        return true;
    }

    [Fact]
    public void The_schema_names_every_field_and_its_limits()
    {
        var schema = JsonNode.Parse(RecipeSchema.Write(Repository.Documentation))!;
        Assert.Equal("https://json-schema.org/draft/2020-12/schema", (string?)schema["$schema"]);
        Assert.False((bool)schema["additionalProperties"]!);
        var colour = schema["properties"]!["areas"]!["items"]!["properties"]!["colour"]!;
        Assert.Equal((0.0, 100.0), ((double)colour["minimum"]!, (double)colour["maximum"]!));
        Assert.Equal(RecipeSchema.Write(Repository.Documentation), File.ReadAllText(Repository.File("docs/recipe-1.schema.json")));
    }

    // RFC 6902, appendix A: adding an object member (A.1), adding an array element (A.2), removing (A.3, A.4), replacing (A.5), moving an array element (A.7).
    [Theory]
    [InlineData("""{ "foo": "bar" }""", """[ { "op": "add", "path": "/baz", "value": "qux" } ]""", """{ "foo": "bar", "baz": "qux" }""")]
    [InlineData("""{ "foo": [ "bar", "baz" ] }""", """[ { "op": "add", "path": "/foo/1", "value": "qux" } ]""", """{ "foo": [ "bar", "qux", "baz" ] }""")]
    [InlineData("""{ "baz": "qux", "foo": "bar" }""", """[ { "op": "remove", "path": "/baz" } ]""", """{ "foo": "bar" }""")]
    [InlineData("""{ "foo": [ "bar", "qux", "baz" ] }""", """[ { "op": "remove", "path": "/foo/1" } ]""", """{ "foo": [ "bar", "baz" ] }""")]
    [InlineData("""{ "baz": "qux", "foo": "bar" }""", """[ { "op": "replace", "path": "/baz", "value": "boo" } ]""", """{ "baz": "boo", "foo": "bar" }""")]
    [InlineData("""{ "foo": [ "all", "grass", "cows", "eat" ] }""", """[ { "op": "move", "from": "/foo/1", "path": "/foo/3" } ]""", """{ "foo": [ "all", "cows", "eat", "grass" ] }""")]
    [InlineData("""{ "foo": [ "bar" ] }""", """[ { "op": "add", "path": "/foo/-", "value": [ "abc", "def" ] } ]""", """{ "foo": [ "bar", [ "abc", "def" ] ] }""")]
    public void Changes_follow_the_standard_and_can_be_taken_back(string document, string change, string outcome)
    {
        var before = JsonNode.Parse(document)!;
        var (after, inverse) = RecipePatch.Apply(before, JsonNode.Parse(change)!.AsArray());
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(outcome), after), after?.ToJsonString());
        Assert.True(JsonNode.DeepEquals(before, RecipePatch.Apply(after, inverse).Result));
    }

    [Theory]
    [InlineData("""[ { "op": "replace", "path": "/no/way", "value": 1 } ]""")]
    [InlineData("""[ { "op": "add", "path": "/areas/7", "value": {} } ]""")]
    [InlineData("""[ { "op": "fly", "path": "/areas" } ]""")]
    [InlineData("""[ { "path": "/areas" } ]""")]
    [InlineData("""[ 3 ]""")]
    public void A_change_that_makes_no_sense_is_refused(string change) =>
        Assert.Throws<RecipeException>(() => RecipePatch.Apply(RecipeJson.ToNode(new Recipe()), JsonNode.Parse(change)!.AsArray()));
}
