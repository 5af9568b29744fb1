using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Hosting;

/// <summary>Turns failures into sentences for people, with an honest status code.</summary>
internal static class Problems
{
    public static void UseProblems(this IApplicationBuilder app) => app.Use(async (context, next) =>
    {
        try
        {
            await next(context);
        }
        catch (OperationCanceledException) when (context.RequestAborted.IsCancellationRequested)
        {
            // Whoever asked has gone; nobody reads an answer.
        }
        catch (Exception exception) when (!context.Response.HasStarted)
        {
            var (status, message) = Explain(exception);
            if (status >= 500)
            {
                var logger = context.RequestServices.GetRequiredService<ILoggerFactory>().CreateLogger("Yarnwheel");
                logger.LogError(exception, "{Method} {Path} failed", context.Request.Method, context.Request.Path);
            }
            await Write(context, status, message);
        }
    });

    /// <summary>Answers with words alone.</summary>
    /// <param name="context">The request.</param>
    /// <param name="status">Of the answer.</param>
    /// <param name="message">For people.</param>
    /// <param name="more">Further headers.</param>
    public static Task Write(HttpContext context, int status, string message, Action<IHeaderDictionary>? more = null)
    {
        context.Response.Clear();
        context.Response.StatusCode = status;
        SecurityHeadersAgain(context);
        more?.Invoke(context.Response.Headers);
        context.Response.ContentType = "text/plain; charset=utf-8";
        return context.Response.WriteAsync(message);
    }

    public static (int Status, string Message) Explain(Exception exception) => exception switch
    {
        StaleRevisionException stale => (StatusCodes.Status409Conflict, stale.Message),
        RecipeException recipe => (StatusCodes.Status422UnprocessableEntity, $"The recipe can't be used: {recipe.Message}. Nothing was changed."),
        UnreadablePhotoException photo => (StatusCodes.Status422UnprocessableEntity, photo.Message),
        People.UnseenException unseen => (StatusCodes.Status404NotFound, unseen.Message),
        DiskFullException full => (StatusCodes.Status507InsufficientStorage, full.Message),
        YarnwheelException known => (StatusCodes.Status422UnprocessableEntity, known.Message),
        BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => (StatusCodes.Status413PayloadTooLarge, "What was sent is larger than the limit. Nothing was changed."),
        BadHttpRequestException bad => (bad.StatusCode, "The request could not be understood. Nothing was changed."),
        System.Text.Json.JsonException => (StatusCodes.Status400BadRequest, "The request could not be understood. Nothing was changed."),
        DbUpdateException or Microsoft.Data.Sqlite.SqliteException when IsFull(exception) =>
            (StatusCodes.Status507InsufficientStorage, "There is no room left on the disk of the data folder. The last change was not kept; all before it is."),
        DbUpdateException or Microsoft.Data.Sqlite.SqliteException when DatabaseCode(exception) is 5 or 6 =>
            (StatusCodes.Status503ServiceUnavailable, "Another program holds the database. The last change was not kept; all before it is. Try again."),
        DbUpdateException or Microsoft.Data.Sqlite.SqliteException when DatabaseCode(exception) is 8 or 14 =>
            (StatusCodes.Status503ServiceUnavailable, "The database can’t be written to: the data folder is read-only, or gone. The last change was not kept; all before it is."),
        DbUpdateException or Microsoft.Data.Sqlite.SqliteException when DatabaseCode(exception) is 11 or 26 =>
            (StatusCodes.Status500InternalServerError, "The database is damaged. Bring a backup back, by Safekeeping on the Shelf or by “yarnwheel-web restore”; the originals are not touched."),
        IOException when IsFull(exception) => (StatusCodes.Status507InsufficientStorage, "There is no room left on the disk of the data folder. Nothing was changed."),
        OutOfMemoryException => (StatusCodes.Status503ServiceUnavailable, "There is not enough memory for this photo just now. Close other Benches and try again; nothing was lost."),
        _ => (StatusCodes.Status500InternalServerError, "Something went wrong that should not have. What was acknowledged before is kept; try again, or reload the page."),
    };

    /// <summary>What SQLite calls it (sqlite.org/rescode.html): 5 busy, 6 locked, 8 read-only, 11 corrupt, 14 can't be opened, 26 no database.</summary>
    private static int? DatabaseCode(Exception exception) => exception as Microsoft.Data.Sqlite.SqliteException is { } told ? told.SqliteErrorCode : exception.InnerException is { } inner ? DatabaseCode(inner) : null;

    // SQLITE_FULL is 13 (sqlite.org/rescode.html).
    private static bool IsFull(Exception exception) =>
        exception is Microsoft.Data.Sqlite.SqliteException { SqliteErrorCode: 13 }
        || DiskFullException.IsSaidBy(exception)
        || (exception.InnerException is { } inner && IsFull(inner));

    private static void SecurityHeadersAgain(HttpContext context)
    {
        context.Response.Headers.XContentTypeOptions = "nosniff";
        context.Response.Headers.ContentSecurityPolicy = "default-src 'none'";
    }
}
