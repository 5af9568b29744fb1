namespace Yarnwheel.Core.Recipes;

/// <summary>Names the fields that the format has and this version does not compute yet, so that none is passed over in silence.</summary>
public static class RecipeSupport
{
    /// <summary>The fields of the recipe that ask for something not computed yet.</summary>
    public static IReadOnlyList<RecipeFault> Missing(Recipe recipe)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var faults = new List<RecipeFault>();
        void Refuse(bool asked, string path)
        {
            if (asked) faults.Add(new RecipeFault(path, "this version can't do that yet"));
        }
        RefuseTones(recipe.Light, "light");
        Refuse(recipe.Finish.Sharpen.Amount != 0, "finish.sharpen");
        for (var a = 0; a < recipe.Areas.Length; a++)
        {
            var area = recipe.Areas[a];
            Refuse(area.Edge != new EdgeRefinement(), $"areas[{a}].edge");
            RefuseTones(area.Treat, $"areas[{a}].treat");
            for (var p = 0; p < area.Mask.Parts.Length; p++)
            {
                var part = area.Mask.Parts[p];
                Refuse(part is not (ColourPart or HuePart), $"areas[{a}].mask.parts[{p}].kind");
                Refuse(part is ColourPart { Calm: not 0 }, $"areas[{a}].mask.parts[{p}].calm");
            }
        }
        return faults;

        void RefuseTones(Tones tones, string path)
        {
            Refuse(tones.LocalContrast != 0, path + ".localContrast");
            Refuse(tones.FineDetail != 0, path + ".fineDetail");
            Refuse(tones.Haze != 0, path + ".haze");
        }
    }

    /// <summary>Refuses a recipe that asks for something not computed yet.</summary>
    /// <exception cref="RecipeException">Names the fields.</exception>
    public static void Require(Recipe recipe)
    {
        var missing = Missing(recipe);
        if (missing.Count > 0) throw new RecipeException(missing);
    }
}
