namespace Yarnwheel.Web.Keeping;

/// <summary>A wish for a backup, an export, or to bring a backup back.</summary>
internal sealed record KeepingRequest(string Folder);

/// <summary>Safekeeping, by requests.</summary>
internal static class KeepingEndpoints
{
    public static void MapKeeping(this IEndpointRouteBuilder routes)
    {
        foreach (var kind in Enum.GetValues<KeepingKind>())
            routes.MapPost($"/keeping/{kind.ToString().ToLowerInvariant()}", (KeepingRequest request, KeepingDesk desk) =>
            {
                desk.Begin(kind, request.Folder);
                return Results.NoContent();
            });
        routes.MapPost("/keeping/cancel", (KeepingDesk desk) =>
        {
            desk.Cancel();
            return Results.NoContent();
        });
    }
}
