using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

/// <summary>Changes made in the records are held to those made in the document's tree (RFC 6902).</summary>
public class RecipeEditTests
{
    private static readonly Recipe Painted = RecipeJson.Parse("""
        { "yarnwheel": 1, "grey": { "spokes": [ { "hue": 30, "lift": 60 }, { "hue": 200, "lift": -70 } ] }, "ground": { "tint": { "hue": 60, "amount": 40 } },
          "areas": [ { "name": "A", "mask": { "parts": [ { "kind": "hue", "from": 10, "to": 90 },
            { "kind": "brush", "strokes": [ { "points": [ { "x": 0.1, "y": 0.2 } ] }, { "erase": true, "cling": {}, "points": [ { "x": 0.3, "y": 0.2, "pressure": 0.5 } ] } ] } ] } }, { "name": "B" } ] }
        """);

    [Theory]
    [InlineData("""[ { "op": "replace", "path": "/grey/spokes/1/lift", "value": 20 } ]""")]
    [InlineData("""[ { "op": "add", "path": "/grey/spokes/0", "value": { "hue": 5, "lift": 1 } }, { "op": "remove", "path": "/grey/spokes/2" } ]""")]
    [InlineData("""[ { "op": "add", "path": "/areas/-", "value": { "name": "C" } }, { "op": "replace", "path": "/areas/2/name", "value": "D" } ]""")]
    [InlineData("""[ { "op": "add", "path": "/areas/0/mask/parts/1/strokes/-", "value": { "radius": 0.1, "points": [ { "x": 0.5, "y": 0.5 } ] } } ]""")]
    [InlineData("""[ { "op": "replace", "path": "/areas/0/mask/parts/0", "value": { "kind": "light", "from": 20 } }, { "op": "replace", "path": "/areas/0/mask/parts/0/from", "value": 70 } ]""")]
    [InlineData("""[ { "op": "remove", "path": "/areas/0/mask/parts/1/strokes/0" }, { "op": "remove", "path": "/areas/1" } ]""")]
    [InlineData("""[ { "op": "move", "from": "/areas/1", "path": "/areas/0" } ]""")]
    [InlineData("""[ { "op": "remove", "path": "/ground/tint" } ]""")]
    [InlineData("""[ { "op": "add", "path": "/areas/0/treat/tint", "value": { "hue": 30, "amount": 10 } } ]""")]
    [InlineData("""[ { "op": "add", "path": "/areas/0/edge", "value": {} }, { "op": "replace", "path": "/areas/0/on", "value": false } ]""")]
    [InlineData("""[ { "op": "replace", "path": "/areas", "value": [] } ]""")]
    public void A_change_gives_what_the_tree_gives_and_its_inverse_takes_it_back(string text)
    {
        var change = JsonNode.Parse(text)!.AsArray();
        var (result, inverse) = RecipeEdit.Apply(Painted, change);
        var expected = RecipeJson.Parse(RecipePatch.Apply(RecipeJson.ToNode(Painted), change).Result);
        Assert.Equal(RecipeJson.Write(expected), RecipeJson.Write(result));
        Assert.NotEqual(RecipeJson.Write(Painted), RecipeJson.Write(result));
        Assert.Equal(RecipeJson.Write(Painted), RecipeJson.Write(RecipeEdit.Apply(result, inverse).Result));
        // Also as the journal keeps it, and by the tree.
        var kept = JsonNode.Parse(inverse.ToJsonString())!.AsArray();
        Assert.Equal(RecipeJson.Write(Painted), RecipeJson.Write(RecipeJson.Parse(RecipePatch.Apply(JsonNode.Parse(RecipeJson.WriteCompact(result))!, kept).Result)));
    }

    [Theory]
    [InlineData("""[ { "op": "replace", "path": "/areas/7/name", "value": "x" } ]""", "/areas/7/name")]
    [InlineData("""[ { "op": "add", "path": "/areas/0/mask/parts/1/strokes/-", "value": { "radius": 7 } } ]""", "areas[0].mask.parts[1].strokes[2].radius")]
    [InlineData("""[ { "op": "add", "path": "/areas/0/mask/parts/1/strokes/-", "value": { "colour": 7 } } ]""", "areas[0].mask.parts[1].strokes[2].colour")]
    [InlineData("""[ { "op": "replace", "path": "/grey/spokes/0/lift", "value": "much" } ]""", "grey.spokes[0].lift")]
    [InlineData("""[ { "op": "replace", "path": "/light/exposure", "value": null } ]""", "light.exposure")]
    [InlineData("""[ { "op": "stir", "path": "/light/exposure", "value": 1 } ]""", "")]
    [InlineData("""[ 7 ]""", "")]
    public void A_change_that_does_not_fit_is_refused_with_its_path(string text, string path)
    {
        var refusal = Assert.Throws<RecipeException>(() => RecipeEdit.Apply(Painted, JsonNode.Parse(text)!.AsArray()));
        Assert.Equal(path, refusal.Faults[0].Path);
    }

    [Fact]
    public void What_a_change_leaves_alone_is_shared()
    {
        var (result, _) = RecipeEdit.Apply(Painted, JsonNode.Parse("""[ { "op": "replace", "path": "/areas/0/edge/feather", "value": 4 } ]""")!.AsArray());
        Assert.Same(Painted.Areas[0].Mask, result.Areas[0].Mask);
        Assert.Same(Painted.Grey, result.Grey);
    }
}
