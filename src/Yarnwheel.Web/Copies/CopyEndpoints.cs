using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Server.Kestrel.Core.Features;
using Microsoft.AspNetCore.StaticFiles;
using Yarnwheel.Orders.Book;

namespace Yarnwheel.Web.Copies;

/// <summary>Saving copies: begun, watched, fetched, paused, cancelled.</summary>
internal static class CopyEndpoints
{
    private static readonly FileExtensionContentTypeProvider Types = MakeTypes();

    public static void MapCopies(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/bench/{take:int}/copies", async (int take, CopyRequest request, OrderDesk desk, CancellationToken cancel) =>
            Results.Json(new { id = (await desk.BeginAsync(take, request, cancel)).Id }));
        routes.MapPost("/bench/{take:int}/copies/forecast", async (int take, CopyRequest request, OrderDesk desk, CancellationToken cancel) =>
            Results.Json(new { words = await desk.ForecastAsync(take, request, cancel) }));
        routes.MapPost("/copies/forecast", async (SetRequest request, OrderDesk desk, CancellationToken cancel) =>
            Results.Json(new { words = await desk.ForecastSetAsync(request, cancel) }));
        routes.MapPost("/copies/plan", async (SetRequest request, OrderDesk desk, CancellationToken cancel) =>
            Results.Json(await desk.PlanAsync(request, cancel)));
        routes.MapPost("/copies", async (SetRequest request, OrderDesk desk, CancellationToken cancel) =>
            Results.Json(new { id = (await desk.BeginSetAsync(request, cancel)).Id }));
        var one = routes.MapGroup("/copies/{order}");
        one.MapGet("", ([FromRoute(Name = "order")] string id, OrderBook book) => book.Find(id) is { } order ? Results.Json(StateOf(book.StateOf(order))) : Results.NotFound());
        Act(one, "cancel", (desk, order) => desk.CancelAsync(order));
        Act(one, "pause", (desk, order) => desk.PauseAsync(order));
        Act(one, "go-on", (desk, order) => desk.GoOnAsync(order));
        Act(one, "retry", (desk, order) => desk.RetryAsync(order));
        Act(one, "remove", (desk, order) => desk.RemoveAsync(order));
        one.MapGet("/file", ([FromRoute(Name = "order")] string id, int? at, OrderBook book) => book.Find(id) is { Target: OrderTarget.Kept } order ? FileOf(book, order, at ?? 0) : Results.NotFound());
        one.MapGet("/zip", async ([FromRoute(Name = "order")] string id, bool? failed, OrderBook book, ArchiveStream archive, HttpContext context) =>
        {
            if (book.Find(id) is not { Target: OrderTarget.Zip } order)
            {
                context.Response.StatusCode = StatusCodes.Status404NotFound;
                return;
            }
            using var right = archive.Begin(order);
            if (right is null)
            {
                context.Response.StatusCode = StatusCodes.Status409Conflict;
                await context.Response.WriteAsync("This archive is being fetched already; it can be fetched again afterwards.", context.RequestAborted);
                return;
            }
            // An entry's few closing bytes are written without waiting, whatever is asked of the archive.
            if (context.Features.Get<IHttpBodyControlFeature>() is { } control) control.AllowSynchronousIO = true;
            // It comes as slowly as pictures are made.
            if (context.Features.Get<IHttpMinResponseDataRateFeature>() is { } rate) rate.MinDataRate = null;
            context.Response.ContentType = "application/zip";
            context.Response.Headers.ContentDisposition = $"attachment; filename=\"yarnwheel-{order.CreatedAt:yyyy-MM-dd-HHmm}.zip\"";
            try
            {
                await archive.WriteAsync(order, failed ?? false, context.Response.Body, context.RequestAborted);
            }
            catch (OperationCanceledException) when (!context.RequestAborted.IsCancellationRequested)
            {
                // Cancelled while it was fetched: a broken archive must not look like a whole one.
                context.Abort();
            }
        });
    }

    private static void Act(RouteGroupBuilder group, string name, Func<OrderDesk, Order, Task> act) =>
        group.MapPost("/" + name, async ([FromRoute(Name = "order")] string id, OrderBook book, OrderDesk desk) =>
        {
            // What was asked for is done also when whoever asked leaves the page at once.
            if (book.Find(id) is { } order) await act(desk, order);
            return Results.NoContent();
        });

    /// <summary>What a page that waits for a single copy needs to know.</summary>
    private static object StateOf(OrderState state) => new
    {
        state = state switch
        {
            { Phase: OrderPhase.Ended, Failed: 0 } => "ready",
            { Phase: OrderPhase.Ended } => "failed",
            { Phase: OrderPhase.Cancelled } => "cancelled",
            _ => "working",
        },
        share = state.Share,
        fault = state.Pictures.Select(p => p.Result?.Fault).FirstOrDefault(f => f is not null),
        files = state.Pictures.SelectMany(p => p.Result?.Files ?? []),
        name = state.Order.Pictures[0].Name,
    };

    private static IResult FileOf(OrderBook book, Order order, int at)
    {
        var files = order.Pictures.SelectMany(p => book.ResultOf(order.Id, p.Number)?.Files ?? []).ToList();
        if (at < 0 || at >= files.Count) return Results.NotFound();
        var path = Path.Combine(book.FolderOf(order), files[at]);
        return File.Exists(path) ? Results.File(path, Types.TryGetContentType(path, out var type) ? type : "application/octet-stream", files[at]) : Results.NotFound();
    }

    private static FileExtensionContentTypeProvider MakeTypes()
    {
        var types = new FileExtensionContentTypeProvider();
        types.Mappings[".avif"] = "image/avif";
        types.Mappings[".ora"] = "image/openraster";
        return types;
    }
}
