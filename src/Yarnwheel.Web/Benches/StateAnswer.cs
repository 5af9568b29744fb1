using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>A take's state as the Bench's scripts read it.</summary>
internal static class StateAnswer
{
    public static IResult Of(TakeState state, int status = StatusCodes.Status200OK, string? message = null)
    {
        // The recipe is put in as it is written: as a tree it would be written out anew each time.
        var answer = new JsonObject { ["revision"] = state.Revision, ["undo"] = state.UndoLabel, ["redo"] = state.RedoLabel, ["step"] = state.Step };
        if (state.Made is { } made) answer["made"] = new JsonObject { ["area"] = made.Area, ["part"] = made.Part };
        if (message is not null) answer["message"] = message;
        var head = answer.ToJsonString();
        var text = string.Concat(head.AsSpan(0, head.Length - 1), ",\"recipe\":", RecipeJson.WriteCompact(state.Recipe), "}");
        return Results.Text(text, "application/json", statusCode: status);
    }
}
