using Yarnwheel.Orders.Book;
using Yarnwheel.Web.Hosting;

namespace Yarnwheel.Web.People;

/// <summary>Says of an address that it changes nothing, although it is posted to: whoever may only look may use it.</summary>
internal sealed class Looking;

/// <summary>Lets pass, where people sign in, what whoever asks may see and do. What they may not see is not there for them.</summary>
internal static class Passage
{
    /// <summary>Changes nothing, although it is posted to.</summary>
    public static TBuilder ForLooking<TBuilder>(this TBuilder route) where TBuilder : IEndpointConventionBuilder => route.WithMetadata(new Looking());

    public static void UsePassage(this IApplicationBuilder app) => app.Use(async (context, next) =>
    {
        if (context.GetEndpoint() is not { } endpoint || endpoint.Metadata.GetMetadata<Microsoft.AspNetCore.Authorization.IAllowAnonymous>() is not null)
        {
            await next(context);
            return;
        }
        var sight = context.RequestServices.GetRequiredService<Sight>();
        var isLook = HttpMethods.IsGet(context.Request.Method) || HttpMethods.IsHead(context.Request.Method) || endpoint.Metadata.GetMetadata<Looking>() is not null;
        if (sight.OnlyLooks && !isLook)
        {
            await Problems.Write(context, StatusCodes.Status403Forbidden, "This is shared with you to look at. Nothing was changed.");
            return;
        }
        if (context.Request.Path.StartsWithSegments("/keeping"))
        {
            await Problems.Write(context, StatusCodes.Status403Forbidden, "Safekeeping is for whoever runs the server: yarnwheel-web backup, export and restore, there.");
            return;
        }
        if (sight.OnlyLooks && context.Request.Path.StartsWithSegments("/shelf/changes"))
        {
            await Problems.Write(context, StatusCodes.Status403Forbidden, "What comes to the Shelf by itself is for owners.");
            return;
        }
        var route = context.Request.RouteValues;
        var cancel = context.RequestAborted;
        if (Number(route, "take") is { } take) await sight.CheckTakeAsync(take, cancel);
        if (Number(route, "photo") is { } photo) await sight.CheckPhotoAsync(photo, cancel);
        if (route.TryGetValue("order", out var order) && context.RequestServices.GetRequiredService<OrderBook>().Find(order as string ?? "") is { } found && found.Person != sight.Viewer?.Person)
        {
            await Problems.Write(context, StatusCodes.Status404NotFound, "There is no such order of copies.");
            return;
        }
        await next(context);
    });

    private static int? Number(RouteValueDictionary route, string name) =>
        route.TryGetValue(name, out var value) && int.TryParse(value as string, System.Globalization.CultureInfo.InvariantCulture, out var number) ? number : null;
}
