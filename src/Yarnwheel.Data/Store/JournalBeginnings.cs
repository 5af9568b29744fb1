using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>Gives journals of before, which know only their last recipe, the one they began with.</summary>
internal static class JournalBeginnings
{
    public static void Fill(YarnwheelContext context)
    {
        var waiting = context.Steps.Where(s => s.Number == 0 && s.Recipe == null).Select(s => s.TakeId).ToList();
        foreach (var takeId in waiting)
        {
            var take = context.Takes.IgnoreQueryFilters().AsNoTracking().Single(t => t.Id == takeId);
            var recipe = RecipeJson.Parse(take.Recipe);
            // A line, as it was: the steps in effect are those up to the head.
            foreach (var inverse in context.Steps.Where(s => s.TakeId == takeId && s.Number > 0 && s.Number <= take.Head).OrderByDescending(s => s.Number).Select(s => s.Inverse))
                recipe = RecipeEdit.Apply(recipe, JsonNode.Parse(inverse)!.AsArray()).Result;
            context.Steps.Where(s => s.TakeId == takeId && s.Number == 0).ExecuteUpdate(s => s.SetProperty(x => x.Recipe, RecipeJson.WriteCompact(recipe)));
        }
    }
}
