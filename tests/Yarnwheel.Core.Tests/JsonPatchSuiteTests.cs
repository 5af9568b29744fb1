using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

/// <summary>The public test suite of RFC 6902 (npm: json-patch-test-suite 1.1.0, Apache-2.0), word for word in Published/.</summary>
public class JsonPatchSuiteTests
{
    public static TheoryData<string, int> Cases()
    {
        var data = new TheoryData<string, int>();
        foreach (var file in (string[])["json-patch-spec-tests.json", "json-patch-tests.json"])
            for (var k = 0; k < Read(file).Count; k++)
                if (Read(file)[k] is JsonObject test && test.ContainsKey("doc") && test["disabled"] is null) data.Add(file, k);
        return data;
    }

    private static JsonArray Read(string file) => JsonNode.Parse(File.ReadAllText(Repository.File("tests/Yarnwheel.Core.Tests/Published/" + file)))!.AsArray();

    [Theory]
    [MemberData(nameof(Cases))]
    public void It_is_answered_as_the_suite_says(string file, int number)
    {
        var test = Read(file)[number]!.AsObject();
        var (before, change) = (test["doc"], test["patch"]!.AsArray());
        if (test.ContainsKey("error"))
        {
            Assert.Throws<RecipeException>(() => RecipePatch.Apply(before, change));
            return;
        }
        var (after, inverse) = RecipePatch.Apply(before, change);
        if (test.ContainsKey("expected")) Assert.True(JsonNode.DeepEquals(test["expected"], after), $"{test["comment"]}: {after?.ToJsonString()}");
        Assert.True(JsonNode.DeepEquals(before, RecipePatch.Apply(after, inverse).Result), $"{test["comment"]}: taken back");
    }

    [Fact]
    public void All_of_it_is_there() => Assert.True(Cases().Count >= 91);
}
