namespace Yarnwheel.Web.Shortcuts;

/// <summary>Another key for a command.</summary>
/// <param name="Id">Of the command.</param>
/// <param name="Key">One character.</param>
internal sealed record ShortcutRequest(string Id, string Key);

/// <summary>Changes keys.</summary>
internal static class ShortcutEndpoints
{
    public static void MapShortcuts(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/shortcuts", (ShortcutRequest request, ShortcutDesk desk) =>
        {
            var other = desk.Change(request.Id, request.Key);
            var warning = other is null ? null : $"{desk[request.Id]} was the key of “{other.Words}”; that has {desk[other.Id]} now.";
            return Results.Content($$"""{"warning":{{System.Text.Json.JsonSerializer.Serialize(warning)}},"shortcuts":{{desk.ForScripts}}}""", "application/json");
        });
        routes.MapPost("/shortcuts/reset", (ShortcutDesk desk) =>
        {
            desk.Reset();
            return Results.Content($$"""{"warning":null,"shortcuts":{{desk.ForScripts}}}""", "application/json");
        });
    }
}
