using Microsoft.EntityFrameworkCore;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Hosting;

/// <summary>Whether the application can do its work: the database answers, the data folder can be written to.</summary>
internal static class Readiness
{
    public static void MapReadiness(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/alive", () => "Yarnwheel").AllowAnonymous();
        routes.MapGet("/ready", async (IDbContextFactory<YarnwheelContext> contexts, DataFolder folder, CancellationToken cancel) =>
            await FaultAsync(contexts, folder, cancel) is { } fault ? Results.Text(fault, statusCode: StatusCodes.Status503ServiceUnavailable) : Results.Text("ready")).AllowAnonymous();
    }

    private static async Task<string?> FaultAsync(IDbContextFactory<YarnwheelContext> contexts, DataFolder folder, CancellationToken cancel)
    {
        try
        {
            await using var context = await contexts.CreateDbContextAsync(cancel);
            await context.Photos.AnyAsync(cancel);
        }
        catch (Exception exception) when (exception is not OperationCanceledException)
        {
            return "The database does not answer.";
        }
        try
        {
            var trial = Path.Combine(folder.Incoming, $"trial-{Guid.NewGuid():N}");
            await File.WriteAllTextAsync(trial, "", cancel);
            File.Delete(trial);
            return null;
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
        {
            return "The data folder can’t be written to.";
        }
    }
}
