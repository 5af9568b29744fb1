using Yarnwheel.Core;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>Old steps are to become fewer.</summary>
/// <param name="Days">Those older than this many days.</param>
/// <param name="Trial">Only counted.</param>
internal sealed record ThinRequest(int Days, bool Trial);

/// <summary>Steps of the history, named and thinned out. Going to one is a change like any other.</summary>
internal static class HistoryEndpoints
{
    public static void MapHistory(this IEndpointRouteBuilder routes)
    {
        var steps = routes.MapGroup("/bench/{take:int}/steps");
        steps.MapPost("/{step:int}/name", async (int take, int step, NameRequest request, TakeHistory history, CancellationToken cancel) =>
        {
            await history.NameAsync(take, step, request.Name ?? "", cancel);
            return Results.NoContent();
        });
        steps.MapPost("/thin", async (int take, ThinRequest request, TakeHistory history, TimeProvider time, CancellationToken cancel) =>
        {
            if (request.Days is < 1 or > 36500) throw new YarnwheelException("Steps can be thinned out that are older than 1 day to 100 years. Nothing was changed.");
            return Results.Json(new { fewer = await history.ThinAsync(take, time.GetUtcNow().UtcDateTime.AddDays(-request.Days), request.Trial, cancel) });
        });
    }
}
