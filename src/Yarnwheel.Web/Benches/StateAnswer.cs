using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>A take's state as the Bench's scripts read it.</summary>
internal static class StateAnswer
{
    public static IResult Of(TakeState state, int status = StatusCodes.Status200OK, string? message = null)
    {
        var answer = new JsonObject
        {
            ["revision"] = state.Revision,
            ["undo"] = state.UndoLabel,
            ["redo"] = state.RedoLabel,
            ["recipe"] = RecipeJson.ToNode(state.Recipe),
        };
        if (message is not null) answer["message"] = message;
        return Results.Text(answer.ToJsonString(), "application/json", statusCode: status);
    }
}
