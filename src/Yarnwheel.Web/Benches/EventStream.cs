using System.Text.Json;

namespace Yarnwheel.Web.Benches;

/// <summary>Changes as server-sent events (WHATWG HTML, section 9.2).</summary>
internal static class EventStream
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>Writes changes until the window is closed, the application stops, or they are not for whoever listens any more.</summary>
    /// <param name="feed">Where they come from.</param>
    /// <param name="of">What they are changes of.</param>
    /// <param name="context">Of the request.</param>
    /// <param name="lifetime">Of the application.</param>
    /// <param name="isFor">Whether a change may still be told; null for always.</param>
    public static async Task WriteAsync(ChangeFeed feed, int of, HttpContext context, IHostApplicationLifetime lifetime, Func<CancellationToken, Task<bool>>? isFor = null)
    {
        using var ends = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, lifetime.ApplicationStopping);
        // It listens before it says so: no change falls between.
        using var listener = feed.Listen(of);
        context.Response.ContentType = "text/event-stream";
        context.Response.Headers.CacheControl = "no-store";
        await context.Response.WriteAsync(": listening\n\n", ends.Token);
        await context.Response.Body.FlushAsync(ends.Token);
        try
        {
            await foreach (var change in listener.ReadAllAsync(ends.Token))
            {
                if (isFor is not null && !await isFor(ends.Token)) return;
                await context.Response.WriteAsync($"data: {JsonSerializer.Serialize(change, Json)}\n\n", ends.Token);
                await context.Response.Body.FlushAsync(ends.Token);
            }
        }
        catch (OperationCanceledException)
        {
            // The window was closed, or the application stops.
        }
    }
}
