using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Web.Pages.Bench;

namespace Yarnwheel.Web.Benches;

/// <summary>Turns a shade picked on the photo into a change of the recipe.</summary>
internal static class PickEdit
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull };

    /// <returns>The label for undo, and the change.</returns>
    /// <exception cref="RecipeException">It is no pick.</exception>
    public static (string Label, JsonArray Change) Of(Recipe recipe, PhotoRenderer renderer, PickRequest request, CancellationToken cancel)
    {
        // What is read from the photo must be a place on it.
        var faults = request.Pick is null ? [new RecipeFault("pick", "is missing")] : RecipeValidator.Check(request.Pick, "pick");
        if (faults.Count > 0 || request.Pick is null) throw new RecipeException(faults);
        var list = request.LeaveOut ? "leaveOut" : "picks";
        var reach = new FittingReach(renderer, recipe.Light, cancel);
        if (request.Area is not { } area || area < 0 || area >= recipe.Areas.Length)
        {
            var name = AreaName.Unused(recipe, ShadeSet.Read(renderer.Photo, [request.Pick]) is [var shade, ..] ? HueName.Of(shade.L, shade.A, shade.B) : "Area");
            return ($"New area “{name}”", [Add("/areas/-", new JsonObject
            {
                ["name"] = name,
                ["mask"] = new JsonObject { ["parts"] = new JsonArray(Part(list, request.Pick, reach)) },
            })]);
        }
        var parts = recipe.Areas[area].Mask.Parts;
        var index = request.NewPart ? -1 : request.Part is { } chosen && chosen >= 0 && chosen < parts.Length && parts[chosen] is ColourPart
            ? chosen
            : parts.Select((p, i) => p is ColourPart ? i : -1).DefaultIfEmpty(-1).Max();
        var what = request.LeaveOut ? "Shade left out" : "Shade picked";
        if (index < 0) return (what, [Add(string.Create(CultureInfo.InvariantCulture, $"/areas/{area}/mask/parts/-"), Part(list, request.Pick, reach))]);
        var at = string.Create(CultureInfo.InvariantCulture, $"/areas/{area}/mask/parts/{index}");
        var before = (ColourPart)parts[index];
        var after = request.LeaveOut ? before with { LeaveOut = before.LeaveOut.Add(request.Pick) } : before with { Picks = before.Picks.Add(request.Pick) };
        return (what, [Add($"{at}/{list}/-", JsonSerializer.SerializeToNode(request.Pick, Json)!), .. reach.Of(before, after).Select(field => Add($"{at}/{field.Name}", field.Value))]);
    }

    /// <summary>A part that begins with a shade, its reach fitting the photo.</summary>
    private static JsonObject Part(string list, ShadePick pick, FittingReach reach)
    {
        var part = JsonNode.Parse(PartKind.Colour.Start)!.AsObject();
        part[list] = new JsonArray(JsonSerializer.SerializeToNode(pick, Json));
        if (list == "picks")
            foreach (var (name, value) in reach.Of(FittingReach.Begun with { Picks = [pick] })) part[name] = value;
        return part;
    }

    private static JsonObject Add(string path, JsonNode value) => new() { ["op"] = "add", ["path"] = path, ["value"] = value };
}
