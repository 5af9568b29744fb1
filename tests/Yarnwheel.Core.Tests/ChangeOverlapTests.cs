using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

public class ChangeOverlapTests
{
    private static JsonArray Patch(string json) => JsonNode.Parse(json)!.AsArray();

    private static string Replace(string path, string value) => $$"""[{"op":"replace","path":"{{path}}","value":{{value}}}]""";

    [Theory]
    [InlineData("/ground/colour", "/areas/0/edge/feather", false)]
    [InlineData("/ground/colour", "/ground/colour", true)]
    [InlineData("/ground", "/ground/colour", true)]
    [InlineData("/ground/colour", "/ground", true)]
    [InlineData("/areas/1/edge", "/areas/10/edge", false)]
    [InlineData("/ground/colour", "/ground/colourful", false)]
    public void Two_values_meet_where_one_is_or_holds_the_other(string one, string other, bool meet)
    {
        Assert.Equal(meet, ChangeOverlap.Find(Patch(Replace(one, "1")), Patch(Replace(other, "2"))) is not null);
        Assert.Equal(meet, ChangeOverlap.Find(Patch(Replace(other, "1")), Patch(Replace(one, "2"))) is not null);
    }

    [Theory]
    [InlineData("""[{"op":"add","path":"/areas/-","value":{}}]""", "/areas/0/edge/feather", false)]
    [InlineData("""[{"op":"add","path":"/areas/-","value":{}}]""", "/areas", true)]
    [InlineData("""[{"op":"add","path":"/areas/1","value":{}}]""", "/areas/0/edge/feather", true)]
    [InlineData("""[{"op":"remove","path":"/areas/1"}]""", "/areas/0/edge/feather", true)]
    [InlineData("""[{"op":"remove","path":"/areas/1"}]""", "/ground/colour", false)]
    [InlineData("""[{"op":"move","from":"/areas/1","path":"/areas/0"}]""", "/areas/2/name", true)]
    [InlineData("""[{"op":"add","path":"/ground/tint","value":{}}]""", "/ground/colour", false)]
    [InlineData("""[{"op":"add","path":"/ground/tint","value":{}}]""", "/ground/tint/hue", true)]
    public void What_moves_the_things_in_a_list_meets_all_that_is_in_it(string made, string path, bool meet) =>
        Assert.Equal(meet, ChangeOverlap.Find(Patch(made), Patch(Replace(path, "2"))) is not null);

    [Fact]
    public void Two_things_put_at_the_end_do_not_meet() =>
        Assert.Null(ChangeOverlap.Find(Patch("""[{"op":"add","path":"/areas/-","value":{}}]"""), Patch("""[{"op":"add","path":"/areas/-","value":{}}]""")));

    /// <summary>The rule is right where changes that do not meet give the same recipe in either order.</summary>
    [Fact]
    public void Changes_that_do_not_meet_can_be_made_in_either_order()
    {
        var recipe = RecipeJson.Parse("""
            { "yarnwheel": 1, "ground": { "colour": 10 }, "areas": [
              { "name": "A", "mask": { "parts": [ { "kind": "hue", "from": 10, "to": 40 }, { "kind": "light" } ] } },
              { "name": "B", "mask": { "parts": [ { "kind": "hue", "from": 200, "to": 240 } ] } }, { "name": "C" } ] }
            """);
        string[] changes =
        [
            Replace("/ground/colour", "20"), Replace("/areas/0/name", "\"N\""), Replace("/areas/1/edge/feather", "3"), Replace("/areas/0/mask/parts/0/from", "20"), Replace("/areas/0/mask/parts/1/to", "70"),
            """[{"op":"remove","path":"/areas/1"}]""", """[{"op":"remove","path":"/areas/0/mask/parts/0"}]""", """[{"op":"add","path":"/areas/0","value":{"name":"D"}}]""", """[{"op":"add","path":"/areas/-","value":{"name":"E"}}]""",
            """[{"op":"move","from":"/areas/2","path":"/areas/0"}]""", """[{"op":"add","path":"/grey/spokes/-","value":{"hue":30,"lift":10}}]""", Replace("/areas/2/strength", "40"),
        ];
        var (met, not) = (0, 0);
        foreach (var one in changes)
            foreach (var other in changes.Where(c => c != one))
            {
                if (ChangeOverlap.Find(Patch(one), Patch(other)) is not null)
                {
                    met++;
                    continue;
                }
                not++;
                var forth = RecipeEdit.Apply(RecipeEdit.Apply(recipe, Patch(one)).Result, Patch(other)).Result;
                var back = RecipeEdit.Apply(RecipeEdit.Apply(recipe, Patch(other)).Result, Patch(one)).Result;
                Assert.Equal(RecipeJson.Write(forth), RecipeJson.Write(back));
            }
        Assert.True(met > 10 && not > 10);
    }
}
