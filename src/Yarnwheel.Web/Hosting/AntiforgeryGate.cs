using Microsoft.AspNetCore.Antiforgery;

namespace Yarnwheel.Web.Hosting;

/// <summary>Refuses every changing request that does not come from the application's own pages.</summary>
internal static class AntiforgeryGate
{
    public static void UseAntiforgeryGate(this IApplicationBuilder app) => app.Use(async (context, next) =>
    {
        var method = context.Request.Method;
        if (!HttpMethods.IsGet(method) && !HttpMethods.IsHead(method))
        {
            var antiforgery = context.RequestServices.GetRequiredService<IAntiforgery>();
            // The token comes in a header, so that a body is never read before it is known to be wanted.
            if (!context.Request.Headers.ContainsKey(HeaderName) || !await antiforgery.IsRequestValidAsync(context))
            {
                await Problems.Write(context, StatusCodes.Status400BadRequest,
                    "The page is older than the application, or the request came from elsewhere. Reload the page; nothing was changed.");
                return;
            }
        }
        await next(context);
    });

    public const string HeaderName = "X-Yarnwheel-Token";
}
