using Yarnwheel.Codecs;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.Copies;
using Yarnwheel.Web.Keeping;
using Yarnwheel.Web.People;
using Yarnwheel.Web.Sheets;
using Yarnwheel.Web.Shelves;
using Yarnwheel.Web.Shortcuts;

namespace Yarnwheel.Web.Hosting;

/// <summary>The way of a request: what is looked at first, and all addresses.</summary>
internal static class Pipeline
{
    public static void UseYarnwheel(this WebApplication app, StartOptions start, PhotoLimits limits)
    {
        app.UseProxies(start);
        app.UseHostFiltering();
        app.UseSecurityHeaders();
        app.UseProblems();
        app.UseTooLarge(limits);
        app.UseStaticFiles(new StaticFileOptions { OnPrepareResponse = file => file.Context.Response.Headers.CacheControl = "no-cache" });
        app.UseStaticFiles(new StaticFileOptions
        {
            RequestPath = app.Services.GetRequiredService<Assets>().Prefix,
            OnPrepareResponse = file => file.Context.Response.Headers.CacheControl = "public, max-age=31536000, immutable",
        });
        app.UseRouting();
        app.UseSignIn(start);
        app.UseAntiforgeryGate();
        app.MapRazorPages();
        var routes = app.MapWhole();
        routes.MapShelf();
        routes.MapTakes();
        routes.MapSets();
        routes.MapEdits();
        routes.MapFrames();
        routes.MapHistory();
        routes.MapDifference();
        routes.MapLooks();
        routes.MapMaskPictures();
        routes.MapGreys();
        routes.MapLeftOver();
        routes.MapEdges();
        routes.MapReaches();
        routes.MapSubjects();
        routes.MapCopies();
        routes.MapSheets();
        routes.MapShortcuts();
        routes.MapKeeping();
        if (start.AsksWho)
        {
            routes.MapSignIn();
            routes.MapPasskeys();
        }
        app.MapReadiness();
    }
}
