namespace Yarnwheel.Core.Recipes;

/// <summary>Names the fields that the format has and this version does not compute yet, so that none is passed over in silence.</summary>
public static class RecipeSupport
{
    /// <summary>The fields of the recipe that ask for something not computed yet.</summary>
    public static IReadOnlyList<RecipeFault> Missing(Recipe recipe)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        return
        [
            .. from a in Enumerable.Range(0, recipe.Areas.Length)
               from p in Enumerable.Range(0, recipe.Areas[a].Mask.Parts.Length)
               where recipe.Areas[a].Mask.Parts[p] is SubjectPart
               select new RecipeFault($"areas[{a}].mask.parts[{p}].kind", "this version can't do that yet"),
        ];
    }

    /// <summary>Refuses a recipe that asks for something not computed yet.</summary>
    /// <exception cref="RecipeException">Names the fields.</exception>
    public static void Require(Recipe recipe)
    {
        var missing = Missing(recipe);
        if (missing.Count > 0) throw new RecipeException(missing);
    }
}
