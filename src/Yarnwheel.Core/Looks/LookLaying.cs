using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Looks;

/// <summary>How a look is laid on a take.</summary>
/// <param name="Pieces">Which of its pieces; areas by their place in the look.</param>
/// <param name="Strength">Of the whole, 0 nothing … 100 as the look says.</param>
/// <param name="Instead">Whether its areas stand in place of those that are there, or are added to them.</param>
/// <param name="Placed">Whether parts that are bound to a place on their own photo are kept where they are; else they are left out.</param>
public sealed record LookWish(LookPieces Pieces, double Strength = 100, bool Instead = false, bool Placed = false);

/// <summary>What laying a look does.</summary>
/// <param name="Change">JSON Patch; its inverse takes the look off again.</param>
/// <param name="Left">What could not be carried over, in words.</param>
public sealed record LookChange(JsonArray Change, IReadOnlyList<string> Left);

/// <summary>Lays looks on takes.</summary>
public static class LookLaying
{
    /// <summary>Whether a part means something only at its place on the photo it was made on.</summary>
    public static bool IsPlaced(MaskPart part) => part switch
    {
        BrushPart or OutlinePart or PatchPart or PicturePart => true,
        SubjectPart subject => subject.Found is null,
        ColourPart colour => colour.Picks.Concat(colour.LeaveOut).Any(p => p.Shades is null),
        _ => false,
    };

    /// <summary>The change that lays a look on a recipe.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="look">Valid.</param>
    /// <param name="wish">How.</param>
    /// <param name="find">Finds the main subject or the sky in the photo the look is laid on; null where it finds none.</param>
    /// <example><code>
    /// var laid = LookLaying.On(recipe, look, new LookWish(LookPieces.All, Strength: 60), find);
    /// var (result, takesOff) = RecipeEdit.Apply(recipe, laid.Change);
    /// </code></example>
    public static LookChange On(Recipe recipe, Look look, LookWish wish, Func<SubjectFinding, SubjectPart?> find)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(look);
        ArgumentNullException.ThrowIfNull(wish);
        ArgumentNullException.ThrowIfNull(find);
        var change = new JsonArray();
        var left = new List<string>();
        var share = double.IsFinite(wish.Strength) ? Math.Clamp(wish.Strength, 0, 100) / 100 : 1;
        if (share == 0) return new LookChange(change, left);
        if (wish.Pieces.Light && look.Light is { } light) Put(change, "light", recipe.Light, LookMixing.Between(recipe.Light, light, share));
        if (wish.Pieces.Grey && look.Grey is { } grey) Put(change, "grey", recipe.Grey, LookMixing.Between(recipe.Grey, grey, share));
        if (wish.Pieces.Ground && look.Ground is { } ground) Put(change, "ground", recipe.Ground, LookMixing.Between(recipe.Ground, ground, share));
        if (wish.Pieces.Finish && look.Finish is { } finish) Put(change, "finish", recipe.Finish, LookMixing.Between(recipe.Finish, finish, share));
        var wanted = (look.Areas ?? []).Where((_, index) => wish.Pieces.Areas?.Contains(index) ?? true).ToList();
        var areas = wanted.Select(a => Carried(a, wish.Placed, find, left)).OfType<Area>().Select(a => a with { Strength = Math.Round(a.Strength * share, 4) }).ToList();
        if (wish.Instead && wanted.Count > 0 && recipe.Areas.Length > 0) change.Add(Step("replace", "/areas", new JsonArray()));
        var named = wish.Instead && wanted.Count > 0 ? recipe with { Areas = [] } : recipe;
        foreach (var area in areas)
        {
            var own = area with { Name = AreaName.Unused(named, area.Name) };
            named = named with { Areas = named.Areas.Add(own) };
            change.Add(Step("add", "/areas/-", JsonSerializer.SerializeToNode(own, RecipeJson.Options)));
        }
        return new LookChange(change, left);
    }

    private static void Put<T>(JsonArray change, string field, T before, T after) where T : class
    {
        if (RecipeJson.Key(before) != RecipeJson.Key(after)) change.Add(Step("replace", "/" + field, JsonSerializer.SerializeToNode(after, RecipeJson.Options)));
    }

    private static JsonObject Step(string op, string path, JsonNode? value) => new() { ["op"] = op, ["path"] = path, ["value"] = value };

    /// <summary>The area as it means something on another photo; null where nothing of it does.</summary>
    private static Area? Carried(Area area, bool keepsPlaced, Func<SubjectFinding, SubjectPart?> find, List<string> left)
    {
        var parts = ImmutableArray.CreateBuilder<MaskPart>();
        foreach (var part in area.Mask.Parts)
        {
            var own = part;
            if (part is SubjectPart { Found: { } what })
            {
                if (find(what) is { } found) own = found with { Op = part.Op, On = part.On, Invert = part.Invert };
                else
                {
                    left.Add($"{area.Name}: no clear {(what == SubjectFinding.Sky ? "sky" : "main subject")} is found in this photo");
                    continue;
                }
            }
            else if (!keepsPlaced && IsPlaced(part))
            {
                left.Add($"{area.Name}: {Words(part)} would mean something else on this photo");
                continue;
            }
            parts.Add(own);
        }
        return parts.Count == 0 && area.Mask.Parts.Length > 0 ? null : area with { Mask = area.Mask with { Parts = parts.ToImmutable() } };
    }

    private static string Words(MaskPart part) => part switch
    {
        BrushPart => "brush strokes",
        OutlinePart => "an outline",
        PatchPart => "a patch",
        PicturePart => "a mask picture",
        SubjectPart => "a subject’s box or strokes",
        _ => "shades picked at places",
    };
}
